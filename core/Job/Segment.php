<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Record\Field\Flag;
use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Nested;
use Vorhut\Core\Record\Field\ParsedList;
use Vorhut\Core\Record\Field\Records;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\Field\WholeNumber;
use Vorhut\Core\Record\ListOf;

/** One layer-2 broadcast domain, usually a VLAN (IEEE 802.1Q id 1 to 4094). */
#[ListOf(name: 'segments', one: 'segment', many: 'segments')]
final readonly class Segment
{
    /**
     * @param list<Subnet> $subnets
     * @param list<Ipv4Address> $dns
     * @param list<Ipv4Address> $ntp
     */
    public function __construct(
        #[Slug]
        public string $id,
        #[Name]
        public string $name,
        #[WholeNumber(1, 4094, 'VLAN')]
        public ?int $vlan,
        #[Records(Subnet::class, 'Subnets')]
        public array $subnets,
        #[ParsedList(Ipv4Address::class, 'DNS')]
        public array $dns,
        #[ParsedList(Ipv4Address::class, 'Time servers')]
        public array $ntp,
        #[Flag('IGMP snooping')]
        public bool $snooping,
        #[Flag('IGMP querier')]
        public bool $querier,
        #[Nested(ExternalNetwork::class, 'External network')]
        public ExternalNetwork $external,
    ) {}

    /** The subnet that holds the address; the first one where several do. */
    public function subnetOf(?Ipv4Address $address): ?Subnet
    {
        return array_find($this->subnets, static fn ($subnet): bool => null !== $address && $subnet->prefix->contains($address));
    }
}
