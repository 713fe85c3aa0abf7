<?php

declare(strict_types=1);

namespace Vorhut\Core\Provision;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Net\InterfaceAddress;
use Vorhut\Core\Net\MacAddress;

/** An address that a DHCP server keeps for one MAC. */
final readonly class Reservation
{
    private function __construct(
        public Device $device,
        public MacAddress $mac,
        public ?InterfaceAddress $address,
        public Segment $segment,
        public string $host,
    ) {}

    /** @return list<self> units that ask for a lease, in the order of the plan */
    public static function all(Job $job): array
    {
        $all = [];
        foreach ($job->devices as $device) {
            foreach ($device->interfaces as $interface) {
                $segment = $job->segments[$interface->segment ?? ''] ?? null;
                if (null !== $segment && null !== $interface->mac && $interface->mode->isLeased()) {
                    $host = $device->hostname ?? $device->id;
                    $all[] = new self(
                        device: $device,
                        mac: $interface->mac,
                        address: $interface->address,
                        segment: $segment,
                        host: str_replace(['.', '_'], '-', $host),
                    );
                }
            }
        }

        return $all;
    }
}
