<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Addressing\InterfaceAddress;
use Vorhut\Core\Addressing\MacAddress;
use Vorhut\Core\JobFile\RecordReader;

/** A router's leg in a segment. */
final readonly class RouterInterface
{
    /** @param list<InterfaceAddress> $extraAddresses */
    public function __construct(
        public string $segment,
        public ?InterfaceAddress $address,
        public array $extraAddresses,
        public bool $multicast,
        public bool $mdnsRelay,
        public bool $masquerade,
        public ?MacAddress $mac,
    ) {
    }

    public static function read(RecordReader $r): self
    {
        return new self(
            $r->id('segment'),
            $r->parsed('address', InterfaceAddress::fromString(...)),
            $r->parsedList('extraAddresses', InterfaceAddress::fromString(...)),
            $r->flag('multicast', false),
            $r->flag('mdnsRelay', false),
            $r->flag('masquerade', false),
            $r->parsed('mac', MacAddress::fromString(...)),
        );
    }
}
