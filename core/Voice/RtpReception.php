<?php

declare(strict_types=1);

namespace Vorhut\Core\Voice;

/** What has come of one stream: lost packets and jitter (RFC 3550, sections 6.4.1, A.1 and A.8). */
final class RtpReception
{
    /** Packets further ahead or behind than this begin the count anew. */
    private const MAX_GAP = 3000;

    public int $received = 0;

    /** The highest sequence number, with how often it has gone round above it. */
    public int $highest = 0;

    private int $first = 0;

    /** The last packet that counts, once nothing newer does. */
    private ?int $until = null;
    private ?float $transit = null;

    /** In units of the clock. */
    private float $jitter = 0.0;

    /** @param int $clock of the timestamps, in Hz */
    public function __construct(private readonly int $clock = 8000) {}

    /**
     * @param int $sequence 16 bits
     * @param int $timestamp 32 bits
     * @param float $arrival seconds by any steady clock
     */
    public function take(int $sequence, int $timestamp, float $arrival): void
    {
        $ahead = ($sequence - $this->highest) & 0xFFFF;
        $isNear = $ahead < self::MAX_GAP || $ahead > 0x10000 - self::MAX_GAP;
        if (null !== $this->until && (!$isNear || ($ahead > 0 && $ahead < 0x8000))) {
            return;
        }
        if (0 === $this->received || !$isNear) {
            $this->received = 0;
            $this->first = $this->highest = $sequence;
            $this->transit = null;
        } elseif ($ahead < 0x8000) {
            $this->highest += $ahead;
        }
        ++$this->received;
        $transit = $arrival * $this->clock - $timestamp;
        if (null !== $this->transit) {
            $this->jitter += (abs($transit - $this->transit) - $this->jitter) / 16;
        }
        $this->transit = $transit;
    }

    /**
     * From now on nothing newer counts, only what is still on its way: call it at the end, wait as long as a jitter buffer is, and
     * what is late then is lost to an ear, too.
     */
    public function settle(): void
    {
        $this->until = $this->highest;
    }

    /** Packets that should have come and did not; none where some came twice. */
    public function lost(): int
    {
        return 0 === $this->received ? 0 : max(0, $this->highest - $this->first + 1 - $this->received);
    }

    public function lossPercent(): float
    {
        return 0 === $this->received ? 0.0 : 100 * $this->lost() / ($this->lost() + $this->received);
    }

    public function jitterMs(): float
    {
        return 1000 * $this->jitter / $this->clock;
    }
}
