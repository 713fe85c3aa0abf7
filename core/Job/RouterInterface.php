<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Net\InterfaceAddress;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\MacAddress;
use Vorhut\Core\Record\Field\Flag;
use Vorhut\Core\Record\Field\Nested;
use Vorhut\Core\Record\Field\Parsed;
use Vorhut\Core\Record\Field\ParsedList;
use Vorhut\Core\Record\Field\Refers;

/** A router's leg in a segment. */
final readonly class RouterInterface
{
    /**
     * @param list<InterfaceAddress> $extraAddresses
     * @param bool $proxyArp RFC 1027
     * @param bool $reversePath strict reverse path forwarding (RFC 3704, section 2.2)
     * @param Ipv4Address|null $relay the DHCP server that questions of the segment are passed on to (RFC 1542, section 4)
     */
    public function __construct(
        #[Parsed(MacAddress::class, 'MAC')]
        public ?MacAddress $mac,
        #[Refers('segments', 'segment', 'Segment', required: true)]
        public string $segment,
        #[Parsed(InterfaceAddress::class, 'Address')]
        public ?InterfaceAddress $address,
        #[ParsedList(InterfaceAddress::class, 'Additional addresses')]
        public array $extraAddresses,
        #[Flag('multicast routing')]
        public bool $multicast,
        #[Flag('mDNS relay')]
        public bool $mdnsRelay,
        #[Flag('source NAT (masquerade)')]
        public bool $masquerade,
        #[Flag('proxy ARP (RFC 1027)')]
        public bool $proxyArp,
        #[Flag('strict reverse-path filter (RFC 3704)')]
        public bool $reversePath,
        #[Parsed(Ipv4Address::class, 'DHCP relay to')]
        public ?Ipv4Address $relay,
        #[Nested(Plug::class, 'Switch port')]
        public Plug $plug,
    ) {}

    /** @return list<InterfaceAddress> all it has, the primary one first */
    public function addresses(): array
    {
        return null === $this->address ? $this->extraAddresses : [$this->address, ...$this->extraAddresses];
    }
}
