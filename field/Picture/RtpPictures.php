<?php

declare(strict_types=1);

namespace Vorhut\Field\Picture;

/** Puts the units of coded pictures into packets (RFC 6184, sections 5.6 and 5.8). */
final class RtpPictures
{
    /** Octets of a packet behind its head. */
    public const MAX = 1400;
    /** A dynamic payload type (RFC 3551), and ticks of its clock in a second (RFC 6184, section 8.1). */
    public const TYPE = 96;
    public const CLOCK = 90000;
    private const FRAGMENT = 28;

    private int $sequence;
    private int $timestamp;
    private readonly int $source;

    public function __construct(private readonly float $rate)
    {
        $this->sequence = random_int(0, 0xFFFF);
        $this->timestamp = random_int(0, 0xFFFFFFFF);
        $this->source = random_int(0, 0xFFFFFFFF);
    }

    /**
     * @param list<string> $units of one picture
     *
     * @return list<string> packets, the last of them marked
     */
    public function packets(array $units): array
    {
        $this->timestamp = ($this->timestamp + (int) round(self::CLOCK / $this->rate)) & 0xFFFFFFFF;
        $bodies = array_merge(...array_map(self::split(...), $units));
        $packets = [];
        foreach ($bodies as $n => $body) {
            $this->sequence = ($this->sequence + 1) & 0xFFFF;
            $mark = $n === \count($bodies) - 1 ? 0x80 : 0;
            $packets[] = pack('CCnNN', 0x80, $mark | self::TYPE, $this->sequence, $this->timestamp, $this->source).$body;
        }

        return $packets;
    }

    /** @return list<string> a unit by itself, or in fragments (FU-A) */
    private static function split(string $unit): array
    {
        if (\strlen($unit) <= self::MAX) {
            return [$unit];
        }
        $head = \ord($unit[0]);
        $parts = str_split(substr($unit, 1), self::MAX - 2);
        $bodies = [];
        foreach ($parts as $n => $part) {
            $flags = (0 === $n ? 0x80 : 0) | ($n === \count($parts) - 1 ? 0x40 : 0);
            $bodies[] = \chr($head & 0xE0 | self::FRAGMENT).\chr($flags | $head & 0x1F).$part;
        }

        return $bodies;
    }
}
