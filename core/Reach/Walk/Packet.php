<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Walk;

use Vorhut\Core\Net\Protocol;

/** The part of an IPv4 packet on which its way depends. Addresses are integers. */
final readonly class Packet
{
    /** What common stacks send with: so many routers may pass it on. */
    public const TTL = 64;

    public function __construct(
        public int $source,
        public int $destination,
        public Protocol $protocol,
        public ?int $sourcePort,
        public ?int $port,
        public int $ttl = self::TTL,
        /** A refusal: ICMP destination unreachable (RFC 792), or a TCP reset (RFC 9293, section 3.5.2). */
        public bool $isError = false,
    ) {}

    public function with(
        ?int $source = null,
        ?int $destination = null,
        ?int $sourcePort = null,
        ?int $port = null,
    ): self {
        return new self(
            source: $source ?? $this->source,
            destination: $destination ?? $this->destination,
            protocol: $this->protocol,
            sourcePort: $sourcePort ?? $this->sourcePort,
            port: $port ?? $this->port,
            ttl: $this->ttl,
            isError: $this->isError,
        );
    }

    /** An ICMP error carries the packet it is about and is known by that, whoever sends it. */
    public function isUnreachable(): bool
    {
        return $this->isError && Protocol::Icmp === $this->protocol;
    }

    /** What the answer looks like; a refused UDP datagram is answered by ICMP (RFC 1122, section 4.1.3.1). */
    public function answer(bool $refused): self
    {
        return $refused && Protocol::Udp === $this->protocol
            ? new self(
                source: $this->destination,
                destination: $this->source,
                protocol: Protocol::Icmp,
                sourcePort: null,
                port: null,
                isError: true,
            )
            : new self(
                source: $this->destination,
                destination: $this->source,
                protocol: $this->protocol,
                sourcePort: $this->port,
                port: $this->sourcePort,
                isError: $refused,
            );
    }
}
