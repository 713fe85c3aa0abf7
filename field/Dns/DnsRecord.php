<?php

declare(strict_types=1);

namespace Vorhut\Field\Dns;

use Vorhut\Core\Net\Ipv4Address;

/** A question, or a record of one of the types that service discovery needs (RFC 6763, sections 4 to 6). */
final readonly class DnsRecord
{
    public const A = 1;
    public const PTR = 12;
    public const TXT = 16;
    public const SRV = 33;
    public const ANY = 255;
    /** Seconds; names of hosts 120, others 4500 (RFC 6762, section 10). */
    private const TTL = [self::A => 120, self::SRV => 120, self::PTR => 4500, self::TXT => 4500];

    /**
     * @param list<string> $name labels
     * @param list<string> $target PTR, SRV: labels; TXT: its strings; A: the address alone
     * @param int $port SRV only
     * @param int|null $ttl seconds; null: as is usual for its type
     */
    public function __construct(
        public array $name,
        public int $type,
        public array $target = [],
        public int $port = 0,
        public ?int $ttl = null,
    ) {}

    /** The same for at most so many seconds. */
    public function within(int $seconds): self
    {
        return new self(
            name: $this->name,
            type: $this->type,
            target: $this->target,
            port: $this->port,
            ttl: min($seconds, $this->seconds()),
        );
    }

    /** @throws DnsError a label longer than 63 bytes or a name longer than 255 (RFC 1035, section 2.3.4) */
    public function pack(): string
    {
        $data = match ($this->type) {
            self::A => pack('N', Ipv4Address::fromString($this->target[0])->value),
            self::SRV => pack('nnn', 0, 0, $this->port).self::packName($this->target),
            self::TXT => [] === $this->target
                ? "\0"
                : implode('', array_map(static fn (string $s): string => \chr(\strlen($s)).$s, $this->target)),
            default => self::packName($this->target),
        };

        return self::packName($this->name).pack('nnNn', $this->type, 1, $this->seconds(), \strlen($data)).$data;
    }

    private function seconds(): int
    {
        return $this->ttl ?? self::TTL[$this->type] ?? 120;
    }

    /** @param list<string> $labels */
    public static function packName(array $labels): string
    {
        $bytes = '';
        foreach ($labels as $label) {
            $length = \strlen($label);
            $bytes .= $length >= 1 && $length <= 63
                ? \chr($length).$label
                : throw new DnsError(\sprintf('"%s" is no label of 1 to 63 bytes', $label));
        }

        return \strlen($bytes) < 255 ? $bytes."\0" : throw new DnsError('a name longer than 255 bytes');
    }

    /** @param list<string> $name names differ neither by upper nor by lower case (RFC 1035, section 2.3.3) */
    public function isNamed(array $name): bool
    {
        return strtolower(implode("\0", $this->name)) === strtolower(implode("\0", $name));
    }
}
