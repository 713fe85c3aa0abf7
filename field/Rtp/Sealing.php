<?php

declare(strict_types=1);

namespace Vorhut\Field\Rtp;

/** Both directions of a stream kept secret and whole, once the two sides have agreed on keys. */
final class Sealing
{
    /** Types of reports and what goes with them (RFC 5761, section 4). */
    private const REPORTS = [200, 201, 202, 203, 204, 205, 206];

    private ?Srtp $seals = null;
    private ?Srtp $opens = null;
    private string $key = '';

    /** The key by which this side would seal what it sends, made when it is first wanted. */
    public function key(): string
    {
        return '' === $this->key ? $this->key = random_bytes(Srtp::BYTES) : $this->key;
    }

    /** Seals from now on what is sent, and takes only what the other side sealed; null: neither. */
    public function agree(#[\SensitiveParameter] ?string $theirs): void
    {
        $this->seals = null === $theirs ? null : $this->seals ?? new Srtp($this->key());
        $this->opens = null === $theirs ? null : new Srtp($theirs);
    }

    public function isAgreed(): bool
    {
        return null !== $this->seals;
    }

    public function seal(string $packet): string
    {
        return match (true) {
            null === $this->seals => $packet,
            self::isReport($packet) => $this->seals->protectReport($packet),
            default => $this->seals->protect($packet),
        };
    }

    /** Null for what is not what the other side sealed. */
    public function open(string $data): ?string
    {
        return match (true) {
            null === $this->opens => $data,
            self::isReport($data) => $this->opens->openReport($data),
            default => $this->opens->open($data),
        };
    }

    private static function isReport(string $data): bool
    {
        return \in_array(\ord($data[1] ?? "\0"), self::REPORTS, true);
    }
}
