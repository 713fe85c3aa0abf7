<?php

declare(strict_types=1);

namespace Vorhut\Core\Planning;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Subnet;
use Vorhut\Core\Net\Ipv4Address;

/** The room a subnet has left while a proposal is made, for fixed addresses and for reservations at the DHCP server. */
final class Room
{
    private readonly FreeAddresses $fixed;
    private readonly FreeAddresses $reservable;

    /** @var array<string, true> units that have an address in it, or were given one */
    private array $units = [];

    /** @param list<Ipv4Address> $seen */
    public function __construct(Job $job, public readonly Subnet $subnet, array $seen)
    {
        $this->fixed = FreeAddresses::inSubnet($job, $subnet, $seen);
        $this->reservable = FreeAddresses::inSubnet($job, $subnet, $seen, leased: true);
        foreach ($job->devices as $device) {
            foreach ($device->interfaces as $interface) {
                foreach ($interface->addresses() as $address) {
                    if ($address->prefix->overlaps($subnet->prefix)) {
                        $this->units[$device->id] = true;
                    }
                }
            }
        }
    }

    public function free(bool $reserved): FreeAddresses
    {
        return $reserved ? $this->reservable : $this->fixed;
    }

    public function take(Device $device, int $value): void
    {
        $this->units[$device->id] = true;
        $this->fixed->take($value);
        $this->reservable->take($value);
    }

    /** A unit with two ports needs two subnets. */
    public function holds(Device $device): bool
    {
        return isset($this->units[$device->id]);
    }
}
