<?php

declare(strict_types=1);

namespace Vorhut\Field\Ntp;

/** A question for the time, or its answer (RFC 5905, section 7.3). Times are seconds since 1970. */
final readonly class NtpPacket
{
    private const BYTES = 48;
    private const VERSION = 4;
    private const CLIENT = 3;
    private const SERVER = 4;
    /** A leap indicator that says: the clock is not set. */
    private const UNSET = 3;
    /** Seconds from 1900 to 1970 (section 6). */
    private const ERA = 2208988800;

    private function __construct(
        public int $leap,
        public int $mode,
        public int $stratum,
        private string $originate,
        public float $received,
        public float $sent,
        private string $transmit,
    ) {}

    /** @param string $cookie eight bytes by which the answer is known, and not the time of who asks */
    public static function question(string $cookie): string
    {
        return \chr(self::VERSION << 3 | self::CLIENT).str_repeat("\0", self::BYTES - 9).$cookie;
    }

    /** Null for what is none. */
    public static function parse(string $bytes): ?self
    {
        if (\strlen($bytes) < self::BYTES) {
            return null;
        }
        $first = \ord($bytes[0]);

        return new self(
            leap: $first >> 6,
            mode: $first & 0x07,
            stratum: \ord($bytes[1]),
            originate: substr($bytes, 24, 8),
            received: self::seconds(substr($bytes, 32, 8)),
            sent: self::seconds(substr($bytes, 40, 8)),
            transmit: substr($bytes, 40, 8),
        );
    }

    /** What a server answers that has got its time from another. */
    public function answer(float $received, float $now): string
    {
        $head = \chr(self::VERSION << 3 | self::SERVER).\chr(2)."\x06\xEC".str_repeat("\0", 8)."LAB\0";

        return $head.self::stamp($received).$this->transmit.self::stamp($received).self::stamp($now);
    }

    public function isQuestion(): bool
    {
        return self::CLIENT === $this->mode;
    }

    /** Whether it answers the question with that cookie, by a clock that is set (sections 7.3 and 8). */
    public function answers(string $cookie): bool
    {
        return self::SERVER === $this->mode && $cookie === $this->originate;
    }

    public function isSet(): bool
    {
        return self::UNSET !== $this->leap && $this->stratum >= 1 && $this->stratum <= 15;
    }

    /** Seconds that the other clock is ahead of ours (section 8). */
    public function offset(float $asked, float $answered): float
    {
        return (($this->received - $asked) + ($this->sent - $answered)) / 2;
    }

    private static function stamp(float $seconds): string
    {
        $whole = (int) floor($seconds);

        return pack('NN', ($whole + self::ERA) & 0xFFFFFFFF, (int) (($seconds - $whole) * 4294967296.0) & 0xFFFFFFFF);
    }

    private static function seconds(string $stamp): float
    {
        /** @var array{whole: int, part: int} $read */
        $read = unpack('Nwhole/Npart', $stamp);

        return $read['whole'] - self::ERA + $read['part'] / 4294967296.0;
    }
}
