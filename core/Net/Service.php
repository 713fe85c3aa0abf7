<?php

declare(strict_types=1);

namespace Vorhut\Core\Net;

use Vorhut\Core\InvalidValue;

/** A protocol and, for TCP and UDP, a port or port range: "tcp/443", "udp/10000-10019", "icmp". */
final readonly class Service implements \Stringable, ParsedFromText
{
    public function __construct(public Protocol $protocol, public ?int $firstPort = null, public ?int $lastPort = null) {}

    /** @throws InvalidValue */
    public static function fromString(string $text): self
    {
        if ('icmp' === $text) {
            return new self(Protocol::Icmp);
        }
        if (1 !== preg_match('#^(tcp|udp)/(\d{1,5})(?:-(\d{1,5}))?$#D', $text, $m)) {
            throw self::refuse($text);
        }
        $first = (int) $m[2];
        $last = isset($m[3]) ? (int) $m[3] : $first;
        if ($first < 1 || $last > 65535 || $last < $first) {
            throw self::refuse($text);
        }

        return new self(Protocol::from($m[1]), $first, $last);
    }

    public function covers(Protocol $protocol, ?int $port): bool
    {
        return $protocol === $this->protocol && (Protocol::Icmp === $protocol || ($port >= $this->firstPort && $port <= $this->lastPort));
    }

    public function __toString(): string
    {
        if (null === $this->firstPort) {
            return $this->protocol->value;
        }

        return $this->protocol->value.'/'.$this->firstPort.($this->lastPort === $this->firstPort ? '' : '-'.$this->lastPort);
    }

    private static function refuse(string $text): InvalidValue
    {
        return new InvalidValue($text, 'icmp, or tcp or udp with a port from 1 to 65535', 'Such as tcp/443 or udp/5060.');
    }

    public static function pattern(): string
    {
        return '^(?:icmp|(?:tcp|udp)/\\d{1,5}(?:-\\d{1,5})?)$';
    }

    public static function example(): string
    {
        return 'tcp/443';
    }
}
