<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Node;

use Vorhut\Core\Net\InterfaceAddress;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\MacAddress;

/** A leg of a host or router in a segment, as the engine sees it. */
final readonly class NodePort
{
    /**
     * @param list<InterfaceAddress> $addresses the first one is the primary
     * @param array<int, true> $joins multicast groups
     */
    public function __construct(
        public int $index,
        public string $name,
        public ?string $segment,
        public array $addresses,
        public ?Ipv4Address $gateway,
        public ?MacAddress $mac,
        public bool $masquerade = false,
        public bool $mdnsRelay = false,
        public array $joins = [],
        /** Routers only: groups are passed on between such ports. */
        public bool $multicast = false,
        /** Routers only: answers ARP for what its table leads to by another port (RFC 1027). */
        public bool $proxyArp = false,
        /** Takes only what it would answer by this port (RFC 3704, section 2.2). */
        public bool $reversePath = false,
    ) {}

    public function has(int $address): bool
    {
        foreach ($this->addresses as $own) {
            if ($own->address->value === $address) {
                return true;
            }
        }

        return false;
    }

    /** Whether it is the broadcast address of one of its prefixes. */
    public function hasBroadcast(int $address): bool
    {
        foreach ($this->addresses as $own) {
            if ($own->prefix->broadcast()?->value === $address) {
                return true;
            }
        }

        return false;
    }

    public function primary(): ?InterfaceAddress
    {
        return $this->addresses[0] ?? null;
    }
}
