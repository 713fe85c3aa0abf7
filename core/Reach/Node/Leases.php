<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Node;

use Vorhut\Core\Job\AddressMode;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\NetworkInterface;
use Vorhut\Core\Job\Subnet;
use Vorhut\Core\Net\InterfaceAddress;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Ipv4Prefix;

/**
 * Stands for the addresses nobody chose: a leased interface gets a free address of its segment's DHCP range, a link-local
 * one an address of 169.254.0.0/16, each with the mask and gateway the server or RFC 3927 would give.
 *
 * Which address it will be nobody knows beforehand; that it lies in the range is what the prediction rests on. What a unit or
 * router was given, and the gateway, is never leased.
 */
final class Leases
{
    /** @var array<int, true> */
    private array $taken = [];

    /** @var array<string, int> next candidate by range */
    private array $next = [];

    /** @param list<string> $unserved segments in which no server answers */
    public function __construct(private readonly Job $job, private readonly array $unserved = [])
    {
        $this->taken = $job->takenAddresses();
        foreach ($job->segments as $segment) {
            foreach ($segment->subnets as $subnet) {
                $this->taken += null === $subnet->gateway ? [] : [$subnet->gateway->value => true];
            }
        }
    }

    /** The address the interface will have, its mask included; null where it will have none. */
    public function addressOf(NetworkInterface $interface, string $seed): ?InterfaceAddress
    {
        $asks = AddressMode::Dhcp === $interface->mode || AddressMode::Reserved === $interface->mode;
        if ($asks && \in_array($interface->segment, $this->unserved, true)) {
            return null;
        }
        if (null !== $interface->address) {
            return $interface->address;
        }
        if (AddressMode::LinkLocal === $interface->mode) {
            return new InterfaceAddress($this->free(0xA9FE0100 + crc32($seed) % 0xFD00), 16);
        }
        if (AddressMode::Dhcp !== $interface->mode) {
            return null;
        }
        foreach ($this->job->segments[$interface->segment]->subnets ?? [] as $subnet) {
            $address = $this->lease($subnet);
            if (null !== $address) {
                return new InterfaceAddress($address, $subnet->prefix->length);
            }
        }

        return null;
    }

    /** The gateway a lease brings along; for a fixed address the one that was set. */
    public function gatewayOf(NetworkInterface $interface, ?InterfaceAddress $address): ?Ipv4Address
    {
        if (null !== $interface->gateway || (AddressMode::Dhcp !== $interface->mode && AddressMode::Reserved !== $interface->mode)) {
            return $interface->gateway;
        }

        return ($this->job->segments[$interface->segment] ?? null)?->subnetOf($address?->address)?->gateway;
    }

    private function lease(Subnet $subnet): ?Ipv4Address
    {
        foreach ($subnet->dhcp as $range) {
            $key = (string) $range;
            $this->next[$key] ??= $range->first->value;
            while ($this->next[$key] <= $range->last->value) {
                $value = $this->next[$key]++;
                if (!isset($this->taken[$value])) {
                    $this->taken[$value] = true;

                    return Ipv4Address::fromInt($value);
                }
            }
        }

        return null;
    }

    private function free(int $value): Ipv4Address
    {
        $prefix = Ipv4Prefix::fromString('169.254.0.0/16');
        while (isset($this->taken[$value]) || !$prefix->holds($value)) {
            $value = $prefix->network + 0x100 + ($value + 1) % 0xFD00;
        }
        $this->taken[$value] = true;

        return Ipv4Address::fromInt($value);
    }
}
