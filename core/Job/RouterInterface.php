<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Net\InterfaceAddress;
use Vorhut\Core\Net\MacAddress;
use Vorhut\Core\Record\Field\Flag;
use Vorhut\Core\Record\Field\Parsed;
use Vorhut\Core\Record\Field\ParsedList;
use Vorhut\Core\Record\Field\Refers;

/** A router's leg in a segment. */
final readonly class RouterInterface
{
    /** @param list<InterfaceAddress> $extraAddresses */
    public function __construct(
        #[Parsed(MacAddress::class, 'MAC')]
        public ?MacAddress $mac,
        #[Refers('segments', 'segment', 'Segment', required: true)]
        public string $segment,
        #[Parsed(InterfaceAddress::class, 'Address')]
        public ?InterfaceAddress $address,
        #[ParsedList(InterfaceAddress::class, 'Further addresses')]
        public array $extraAddresses,
        #[Flag('routes multicast')]
        public bool $multicast,
        #[Flag('relays multicast DNS')]
        public bool $mdnsRelay,
        #[Flag('masquerades')]
        public bool $masquerade,
    ) {
    }

    /** @return list<InterfaceAddress> all it has, the primary one first */
    public function addresses(): array
    {
        return null === $this->address ? $this->extraAddresses : [$this->address, ...$this->extraAddresses];
    }
}
