<?php

declare(strict_types=1);

namespace Vorhut\Field\Rtsp;

/** What came of a stream while somebody looked: how much, what was missing, and the longest time without anything (RFC 3550). */
final class Watched
{
    private const HEAD = 12;
    private int $packets = 0;
    private int $octets = 0;
    private ?int $first = null;
    private int $highest = 0;
    private float $began = 0.0;
    private float $last = 0.0;
    private float $gap = 0.0;

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
            'packets' => $this->packets,
            'lost' => $this->lost(),
            'longest gap' => \sprintf('%.0f ms', $this->gapMs()),
        ];
    }
}
