<?php

declare(strict_types=1);

namespace Vorhut\Field\Announce;

/** Says that a session is there, or is there no more (RFC 2974, section 3). */
final readonly class SapPacket
{
    public const PORT = 9875;
    private const TYPE = 'application/sdp';
    private const HEAD = 8;
    private const DELETES = 0x04;
    private const SEALED = 0x02;
    private const PACKED = 0x01;
    private const IPV6 = 0x10;

    /**
     * @param int $hash that tells sessions of one source apart; another one says that the session has changed
     * @param string $origin IPv4 address of the source
     * @param string $description as RFC 8866 has it
     */
    public function __construct(
        public int $hash,
        public string $origin,
        public string $description,
        public bool $isDeleted = false,
    ) {}

    public static function announce(string $origin, string $description, bool $isDeleted = false): self
    {
        return new self(crc32($description) % 0xFFFF + 1, $origin, $description, $isDeleted);
    }

    public function encode(): string
    {
        $flags = 0x20 | ($this->isDeleted ? self::DELETES : 0);

        return pack('CCn', $flags, 0, $this->hash).inet_pton($this->origin).self::TYPE."\x00".$this->description;
    }

    /** Null for what is another version, is sealed or packed, comes from IPv6, or describes something else. */
    public static function parse(string $packet): ?self
    {
        if (\strlen($packet) < self::HEAD) {
            return null;
        }
        $flags = \ord($packet[0]);
        if (1 !== $flags >> 5 || 0 !== ($flags & (self::SEALED | self::PACKED | self::IPV6))) {
            return null;
        }
        $hash = \ord($packet[2]) << 8 | \ord($packet[3]);
        $rest = substr($packet, self::HEAD + 4 * \ord($packet[1]));
        // The type may be left out where it is the usual one.
        $body = str_starts_with($rest, 'v=0') ? $rest : null;
        if (null === $body && str_starts_with($rest, self::TYPE."\x00")) {
            $body = substr($rest, \strlen(self::TYPE) + 1);
        }
        $origin = inet_ntop(substr($packet, 4, 4));

        return 0 === $hash || false === $origin || null === $body || !str_starts_with($body, 'v=0')
            ? null
            : new self($hash, $origin, $body, 0 !== ($flags & self::DELETES));
    }

    /** What the session is called; '' where nobody says. */
    public function name(): string
    {
        return 1 === preg_match('/^s=([^\r\n]{1,120})/m', $this->description, $m) ? mb_scrub($m[1]) : '';
    }
}
