<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings;

use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\NetworkInterface;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Job\Subnet;
use Vorhut\Core\Net\InterfaceAddress;
use Vorhut\Core\Net\Ipv4Address;

/** One interface of one device, where it stands. */
final readonly class Seat
{
    public function __construct(
        public Device $device,
        public int $index,
        public NetworkInterface $interface,
        public ?Segment $segment,
        public ?Subnet $subnet,
    ) {}

    public function moveTo(Job $job, int $address, int $length): ChangeSet
    {
        $new = new InterfaceAddress(Ipv4Address::fromInt($address), $length);

        return $this->set($job, ['address' => (string) $new], \sprintf('Set the address of %s to %s', $this->device->name, $new->address));
    }

    /** The gateway of its subnet, where that has one. */
    public function setGateway(Job $job): ?ChangeSet
    {
        $gateway = $this->subnet?->gateway;

        return null === $gateway
            ? null
            : $this->set($job, ['gateway' => (string) $gateway], \sprintf('Set gateway %s on %s', $gateway, $this->device->name));
    }

    /** @param array<string, mixed> $values */
    public function set(Job $job, array $values, string $title): ChangeSet
    {
        return new ChangeSet($title, [$job->editInterface(Device::class, $this->device->id, $this->index, $values)]);
    }
}
