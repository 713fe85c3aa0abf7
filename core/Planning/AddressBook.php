<?php

declare(strict_types=1);

namespace Vorhut\Core\Planning;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\Ipv4Address;

/** What the plan says of any address. */
final class AddressBook
{
    /** @var array<int, array{id: string, name: string, isDevice: bool}> */
    private array $owners = [];

    public function __construct(private readonly Job $job)
    {
        foreach ([false => $job->routers, true => $job->devices] as $isDevice => $holders) {
            foreach ($holders as $holder) {
                foreach ($holder->interfaces as $interface) {
                    foreach ($interface->addresses() as $address) {
                        $this->owners[$address->address->value] ??= [
                            'id' => $holder->id,
                            'name' => $holder->name,
                            'isDevice' => (bool) $isDevice,
                        ];
                    }
                }
            }
        }
    }

    /** @return array{id: string, name: string, isDevice: bool}|null who carries it by the plan; routers before units */
    public function owner(Ipv4Address $address): ?array
    {
        return $this->owners[$address->value] ?? null;
    }

    public function use(Ipv4Address $address): AddressUse
    {
        if (isset($this->owners[$address->value])) {
            return AddressUse::Planned;
        }
        foreach ($this->job->segments as $segment) {
            $subnet = $segment->subnetOf($address);
            if (null !== $subnet) {
                return match (true) {
                    true === $subnet->gateway?->equals($address) => AddressUse::Gateway,
                    !$subnet->prefix->isHostAddress($address) => AddressUse::NoHost,
                    $subnet->leases($address) => AddressUse::Leased,
                    $subnet->keepsFree($address) => AddressUse::Reserved,
                    default => AddressUse::Free,
                };
            }
        }

        return AddressUse::Outside;
    }
}
