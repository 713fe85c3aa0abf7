<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Addressing\Ipv4Address;
use Vorhut\Core\JobFile\RecordReader;

/** One layer-2 broadcast domain, usually a VLAN (IEEE 802.1Q id 1 to 4094). */
final readonly class Segment
{
    /**
     * @param list<Subnet>      $subnets
     * @param list<Ipv4Address> $dns
     * @param list<Ipv4Address> $ntp
     */
    public function __construct(
        public string $id,
        public string $name,
        public ?int $vlan,
        public array $subnets,
        public array $dns,
        public array $ntp,
        public bool $snooping,
        public bool $querier,
    ) {
    }

    public static function read(RecordReader $r): self
    {
        return new self(
            $r->id(),
            $r->name($r->id()),
            $r->integer('vlan', 1, 4094),
            $r->records('subnets', Subnet::read(...)),
            $r->parsedList('dns', Ipv4Address::fromString(...)),
            $r->parsedList('ntp', Ipv4Address::fromString(...)),
            $r->flag('snooping', false),
            $r->flag('querier', false),
        );
    }

    /** The subnet that holds the address; the first one where several do. */
    public function subnetOf(?Ipv4Address $address): ?Subnet
    {
        foreach ($this->subnets as $subnet) {
            if (null !== $address && $subnet->prefix->contains($address)) {
                return $subnet;
            }
        }

        return null;
    }
}
