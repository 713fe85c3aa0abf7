<?php

declare(strict_types=1);

namespace Vorhut\Field\Rtsp;

/** What came of a stream while somebody looked: how much, what was missing, and the longest time without anything (RFC 3550). */
final class Watched
{
    private const HEAD = 12;
    /** Of the timestamps of video, in Hz (RFC 6184, section 5.1). */
    private const CLOCK = 90000;
    private int $packets = 0;
    private int $octets = 0;
    private ?int $first = null;
    private int $highest = 0;
    private float $began = 0.0;
    private float $last = 0.0;
    private float $gap = 0.0;
    private int $pictures = 0;
    private int $timestamp = 0;
    /** Between the first picture and the last, in ticks of the clock. */
    private int $ticks = 0;

    /** @param float $at seconds */
    public function take(string $packet, float $at): void
    {
        if (\strlen($packet) <= self::HEAD || 2 !== \ord($packet[0]) >> 6) {
            return;
        }
        $sequence = \ord($packet[2]) << 8 | \ord($packet[3]);
        if (null === $this->first) {
            $this->first = $this->highest = $sequence;
            $this->began = $this->last = $at;
        }
        $ahead = ($sequence - $this->highest & 0xFFFF);
        $this->highest += $ahead < 0x8000 ? $ahead : 0;
        $timestamp = (int) hexdec(bin2hex(substr($packet, 4, 4)));
        if (0 === $this->packets || $timestamp !== $this->timestamp) {
            $this->ticks += 0 === $this->pictures ? 0 : ($timestamp - $this->timestamp & 0xFFFFFFFF);
            $this->timestamp = $timestamp;
            ++$this->pictures;
        }
        ++$this->packets;
        $this->octets += \strlen($packet) - self::HEAD;
        $this->gap = max($this->gap, $at - $this->last);
        $this->last = $at;
    }

    public function packets(): int
    {
        return $this->packets;
    }

    /** Of media, over the time from the first packet to the last; 0 for fewer than two. */
    public function kbps(): float
    {
        $time = $this->last - $this->began;

        return $time > 0 ? $this->octets * 8 / 1000 / $time : 0.0;
    }

    /** Of media, over the time that its pictures take by their timestamps, however late they come; 0 for fewer than two. */
    public function mediaKbps(): float
    {
        return $this->ticks > 0 ? $this->octets * 8 / 1000 * self::CLOCK / $this->ticks : 0.0;
    }

    /** Pictures a second by their timestamps; 0 for fewer than two. */
    public function pictures(): float
    {
        return $this->ticks > 0 ? ($this->pictures - 1) * self::CLOCK / $this->ticks : 0.0;
    }

    public function lost(): int
    {
        return null === $this->first ? 0 : max(0, $this->highest - $this->first + 1 - $this->packets);
    }

    /** The longest time between two packets, in ms. */
    public function gapMs(): float
    {
        return 1000 * $this->gap;
    }

    /** @return array<string, string|int|float> */
    public function evidence(): array
    {
        return [
            'kbit/s' => (int) round($this->kbps()),
            'pictures/s' => round($this->pictures(), 1),
            'packets' => $this->packets,
            'lost' => $this->lost(),
            'longest gap' => \sprintf('%.0f ms', $this->gapMs()),
        ];
    }
}
