<?php

declare(strict_types=1);

namespace Vorhut\Core\Planning;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Subnet;
use Vorhut\Core\Net\InterfaceAddress;
use Vorhut\Core\Net\Ipv4Address;

/** Which addresses of a subnet nobody has, leases, reserves or was seen on. */
final class FreeAddresses
{
    /** @var array<int, true> */
    private array $taken = [];

    /** @var list<array{int, int}> room kept behind runs */
    private array $gaps = [];

    /** @param list<Ipv4Address> $seen */
    public function __construct(Job $job, private readonly Subnet $subnet, array $seen = [])
    {
        foreach ($job->devices as $device) {
            foreach ($device->interfaces as $interface) {
                $this->takeAddress($interface->address);
                array_map($this->takeAddress(...), $interface->extraAddresses);
            }
        }
        foreach ($job->routers as $router) {
            foreach ($router->interfaces as $interface) {
                $this->takeAddress($interface->address);
                array_map($this->takeAddress(...), $interface->extraAddresses);
            }
        }
        foreach ($seen as $address) {
            $this->take($address->value);
        }
        if (null !== $subnet->gateway) {
            $this->take($subnet->gateway->value);
        }
    }

    public function take(int $value): void
    {
        $this->taken[$value] = true;
    }

    /** Leaves room behind a run for units that come later; given up only where space is short. */
    public function keepGap(int $last, int $gap): void
    {
        $this->gaps[] = [$last + 1, $last + $gap];
    }

    public function isFree(int $value): bool
    {
        if (
            isset($this->taken[$value])
            || $value < $this->subnet->prefix->firstHost()->value
            || $value > $this->subnet->prefix->lastHost()->value
        ) {
            return false;
        }
        $address = Ipv4Address::fromInt($value);

        return !$this->subnet->leases($address) && !$this->subnet->keepsFree($address);
    }

    public function isRun(int $start, int $count): bool
    {
        for ($value = $start; $value < $start + $count; ++$value) {
            if (!$this->isFree($value)) {
                return false;
            }
        }

        return true;
    }

    /** The first run whose last number is a multiple of the step, with free room behind it. */
    public function findRun(int $step, int $count, int $gap): ?int
    {
        $prefix = $this->subnet->prefix;
        $limit = min($prefix->lastHost()->value, $prefix->network + 65535);
        $start = $prefix->network + $step;
        while ($start + $count - 1 <= $limit) {
            $blocked = $this->lastBlocked($start, $count + $gap, $start + $count + $gap - 1 > $limit ? $limit : null);
            if (null === $blocked) {
                return $start;
            }
            $start = $prefix->network + (intdiv($blocked - $prefix->network, $step) + 1) * $step;
        }

        return null;
    }

    /** @return list<int> */
    public function scattered(int $count): array
    {
        $values = [];
        $limit = min($this->subnet->prefix->lastHost()->value, $this->subnet->prefix->network + 65535);
        for ($value = $this->subnet->prefix->firstHost()->value; $value <= $limit && \count($values) < $count; ++$value) {
            if ($this->isFree($value)) {
                $values[] = $value;
            }
        }

        return $values;
    }

    /** The highest address in the stretch that is not free, or null. */
    private function lastBlocked(int $start, int $count, ?int $limit): ?int
    {
        $end = null === $limit ? $start + $count - 1 : min($limit, $start + $count - 1);
        for ($value = $end; $value >= $start; --$value) {
            if (!$this->isFree($value) || $this->inGap($value)) {
                return $value;
            }
        }

        return null;
    }

    private function inGap(int $value): bool
    {
        foreach ($this->gaps as [$first, $last]) {
            if ($value >= $first && $value <= $last) {
                return true;
            }
        }

        return false;
    }

    private function takeAddress(?InterfaceAddress $address): void
    {
        if (null !== $address) {
            $this->take($address->address->value);
        }
    }
}
