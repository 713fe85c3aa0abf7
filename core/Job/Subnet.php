<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Addressing\AddressRange;
use Vorhut\Core\Addressing\Ipv4Address;
use Vorhut\Core\Addressing\Ipv4Prefix;
use Vorhut\Core\JobFile\RecordReader;

/** A prefix in use on a segment, with its gateway, leased and reserved ranges. */
final readonly class Subnet
{
    /**
     * @param list<AddressRange> $dhcp     handed out by a DHCP server
     * @param list<AddressRange> $reserved kept free on purpose
     */
    public function __construct(
        public Ipv4Prefix $prefix,
        public ?Ipv4Address $gateway,
        public array $dhcp,
        public array $reserved,
    ) {
    }

    public static function read(RecordReader $r): self
    {
        $prefix = $r->parsed('prefix', Ipv4Prefix::fromString(...));
        if (null === $prefix) {
            throw $r->refuse('prefix', 'a prefix such as 10.47.10.0/24', 'This value is required.');
        }
        $gateway = $r->parsed('gateway', Ipv4Address::fromString(...));
        if (null !== $gateway && !$prefix->isHostAddress($gateway)) {
            throw $r->refuse('gateway', \sprintf('a host address inside %s', $prefix), \sprintf('From %s to %s.', $prefix->firstHost(), $prefix->lastHost()));
        }
        $inside = static function (string $key) use ($r, $prefix): array {
            $ranges = $r->parsedList($key, AddressRange::fromString(...));
            foreach ($ranges as $i => $range) {
                if (!$prefix->contains($range->first) || !$prefix->contains($range->last)) {
                    throw $r->refuse($key, \sprintf('ranges inside %s', $prefix), \sprintf('Range %d, %s, reaches outside.', $i + 1, $range));
                }
            }

            return $ranges;
        };

        return new self($prefix, $gateway, $inside('dhcp'), $inside('reserved'));
    }

    public function leases(Ipv4Address $address): bool
    {
        return self::within($this->dhcp, $address);
    }

    public function keepsFree(Ipv4Address $address): bool
    {
        return self::within($this->reserved, $address);
    }

    /** @param list<AddressRange> $ranges */
    private static function within(array $ranges, Ipv4Address $address): bool
    {
        foreach ($ranges as $range) {
            if ($range->contains($address)) {
                return true;
            }
        }

        return false;
    }
}
