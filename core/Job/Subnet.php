<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Net\AddressRange;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Ipv4Prefix;
use Vorhut\Core\Record\Checked;
use Vorhut\Core\Record\Field\Parsed;
use Vorhut\Core\Record\Field\ParsedList;
use Vorhut\Core\Record\RawRecord;

/** A prefix in use on a segment, with its gateway, leased and reserved ranges. */
final readonly class Subnet implements Checked
{
    /**
     * @param list<AddressRange> $dhcp handed out by a DHCP server
     * @param list<AddressRange> $reserved kept free on purpose
     */
    public function __construct(
        #[Parsed(Ipv4Prefix::class, 'Prefix', required: true, says: 'a prefix such as 10.47.10.0/24')]
        public Ipv4Prefix $prefix,
        #[Parsed(Ipv4Address::class, 'Gateway')]
        public ?Ipv4Address $gateway,
        #[ParsedList(AddressRange::class, 'DHCP ranges')]
        public array $dhcp,
        #[ParsedList(AddressRange::class, 'Reserved ranges')]
        public array $reserved,
    ) {}

    public function check(RawRecord $given): void
    {
        if (null !== $this->gateway && !$this->prefix->isHostAddress($this->gateway)) {
            throw $given->refuse(
                'gateway',
                \sprintf('a host address inside %s', $this->prefix),
                \sprintf('From %s to %s.', $this->prefix->firstHost(), $this->prefix->lastHost()),
            );
        }
        foreach (['dhcp' => $this->dhcp, 'reserved' => $this->reserved] as $key => $ranges) {
            foreach ($ranges as $i => $range) {
                if (!$this->prefix->contains($range->first) || !$this->prefix->contains($range->last)) {
                    $advice = \sprintf('Range %d, %s, reaches outside.', $i + 1, $range);
                    throw $given->refuse($key, \sprintf('ranges inside %s', $this->prefix), $advice);
                }
            }
        }
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
        return array_any($ranges, static fn ($range): bool => $range->contains($address));
    }
}
