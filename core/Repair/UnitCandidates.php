<?php

declare(strict_types=1);

namespace Vorhut\Core\Repair;

use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Spare;
use Vorhut\Core\Job\Subnet;
use Vorhut\Core\Net\AddressRange;
use Vorhut\Core\Net\InterfaceAddress;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Planning\FreeAddresses;
use Vorhut\Core\Reach\Cause\Cause;

/** What can be changed at the units themselves: a gateway, a mask, an address, an entry in a station's list. */
final readonly class UnitCandidates
{
    public function __construct(private Job $job) {}

    /** @param non-empty-list<Cause> $causes */
    public function gateways(array $causes): ?Candidate
    {
        $edits = [];
        $gateways = [];
        foreach ($this->devices($causes) as $device) {
            foreach ($device->interfaces as $index => $interface) {
                $subnet = $this->subnet($device, $index);
                if (
                    null === $subnet?->gateway
                    || null === $interface->address
                    || true === $interface->gateway?->equals($subnet->gateway)
                    || $interface->address->address->equals($subnet->gateway)
                ) {
                    continue;
                }
                $edits[$device->id] = $this->job->editInterface(Device::class, $device->id, $index, [
                    'gateway' => (string) $subnet->gateway,
                ]);
                $gateways[(string) $subnet->gateway] = true;
                break;
            }
        }

        return $this->candidate('Set gateway', implode(' or ', array_keys($gateways)), $edits);
    }

    /** @param non-empty-list<Cause> $causes */
    public function masks(array $causes): ?Candidate
    {
        $edits = [];
        $masks = [];
        foreach ($this->devices($causes) as $device) {
            foreach ($device->interfaces as $index => $interface) {
                $subnet = $this->subnet($device, $index);
                if (null === $subnet || null === $interface->address || $interface->address->prefix->length === $subnet->prefix->length) {
                    continue;
                }
                $address = new InterfaceAddress($interface->address->address, $subnet->prefix->length);
                $edits[$device->id] = $this->job->editInterface(Device::class, $device->id, $index, ['address' => (string) $address]);
                $masks[\sprintf('%s (/%d)', $subnet->prefix->dottedMask(), $subnet->prefix->length)] = true;
                break;
            }
        }

        return $this->candidate('Set mask', implode(' or ', array_keys($masks)), $edits);
    }

    /** @param non-empty-list<Cause> $causes */
    public function listEntries(array $causes): ?Candidate
    {
        $station = $this->job->devices[$causes[0]->at] ?? null;
        $setting = $causes[0]->values['setting'] ?? null;
        if (null === $station || null === $setting) {
            return null;
        }
        $addresses = [];
        foreach ($causes as $cause) {
            if ($cause->at === $station->id && isset($cause->values['address'])) {
                $addresses[] = Ipv4Address::fromString($cause->values['address']);
            }
        }
        $ranges = array_map(strval(...), AddressRange::tightest($addresses));
        $settings = $this->job->record(Device::class, $station->id)['settings'] ?? [];
        $settings = (array) $settings;
        $settings[$setting] = [...$station->settingList($setting), ...$ranges];
        $edit = $this->job->edit(Device::class, $station->id, ['settings' => $settings]);
        $what = implode(' and ', $ranges);

        return new Candidate(
            new ChangeSet(\sprintf('Add %s to the polling list of %s', $what, $station->name), [$edit]),
            \sprintf('Add %s to the polling list of %s', $what, $station->name),
            Responsible::Us,
        );
    }

    /**
     * A free address of the subnet the unit's segment has, with its mask and gateway.
     *
     * @param string|null $instead only for the port that has this address
     */
    public function newAddress(?string $id, ?string $instead = null): ?Candidate
    {
        $device = $this->job->devices[$id] ?? null;
        foreach ($device->interfaces ?? [] as $index => $interface) {
            if (null !== $instead && (string) $interface->address?->address !== $instead) {
                continue;
            }
            foreach ($this->job->segments[$interface->segment]->subnets ?? [] as $subnet) {
                $free = FreeAddresses::inSubnet($this->job, $subnet)->scattered(1)[0] ?? null;
                if (
                    null !== $free
                    && null !== $device
                    && (null !== $interface->address || $interface->mode->needsAddress())
                ) {
                    return $this->readdressed(
                        device: $device,
                        interface: $index,
                        address: $free,
                        subnet: $subnet,
                        sentence: \sprintf('Set the address of %s to %s', $device->name, Ipv4Address::fromInt($free)),
                        more: [],
                    );
                }
            }
        }

        return null;
    }

    /** The unit into the station's segment, where it is heard: the last resort, since somebody has to pull a cable. */
    public function move(Pair $pair): ?Candidate
    {
        $unit = $this->job->devices[$pair->to] ?? null;
        $station = $this->job->devices[$pair->from] ?? null;
        $segment = $this->job->segments[$station?->interfaces[0]->segment ?? ''] ?? null;
        foreach ($segment->subnets ?? [] as $subnet) {
            $free = FreeAddresses::inSubnet($this->job, $subnet)->scattered(1)[0] ?? null;
            if (
                null !== $unit
                && null !== $segment
                && null !== $free
                && 1 === \count($unit->interfaces)
                && $unit->interfaces[0]->segment !== $segment->id
            ) {
                return $this->readdressed(
                    device: $unit,
                    interface: 0,
                    address: $free,
                    subnet: $subnet,
                    sentence: \sprintf('Move %s to %s and set its address to %s', $unit->name, $segment->name, Ipv4Address::fromInt($free)),
                    more: ['segment' => $segment->id],
                );
            }
        }

        return null;
    }

    /** @param array<string, mixed> $more */
    private function readdressed(Device $device, int $interface, int $address, Subnet $subnet, string $sentence, array $more): Candidate
    {
        $edit = $this->job->editInterface(Device::class, $device->id, $interface, $more + [
            'address' => (string) new InterfaceAddress(Ipv4Address::fromInt($address), $subnet->prefix->length),
            'gateway' => null === $subnet->gateway ? null : (string) $subnet->gateway,
        ]);

        return new Candidate(new ChangeSet($sentence, [$edit]), $sentence, Responsible::Us);
    }

    /** Of the units that answer for one address, the one that may give it up. */
    public function newAddressOfSpare(Cause $cause): ?Candidate
    {
        $units = [];
        foreach (explode(', ', $cause->values['owners'] ?? '') as $id) {
            $device = $this->job->devices[$id] ?? null;
            $units = null === $device ? $units : [...$units, [$device, $id]];
        }

        return $this->newAddress(Spare::nearest($units), $cause->values['address'] ?? null);
    }

    /** @param array<string, Edit> $edits by device */
    private function candidate(string $verb, string $value, array $edits): ?Candidate
    {
        if ([] === $edits) {
            return null;
        }
        $names = array_map(fn (Edit $edit): string => $this->job->nameOf($edit->id), array_values($edits));
        $who = \count($names) > 3 ? \sprintf('%s and %d more', $names[0], \count($names) - 1) : self::enumerate($names);
        $sentence = \sprintf('%s %s on %s', $verb, $value, $who);

        return new Candidate(new ChangeSet($sentence, array_values($edits)), $sentence, Responsible::Us);
    }

    /**
     * @param non-empty-list<Cause> $causes
     *
     * @return array<string, Device>
     */
    private function devices(array $causes): array
    {
        $devices = [];
        foreach ($causes as $cause) {
            if (isset($this->job->devices[$cause->at])) {
                $devices[$cause->at] = $this->job->devices[$cause->at];
            }
        }

        return $devices;
    }

    private function subnet(Device $device, int $interface): ?Subnet
    {
        $port = $device->interfaces[$interface] ?? null;

        return null === $port ? null : ($this->job->segments[$port->segment] ?? null)?->subnetOf($port->address?->address);
    }

    /** @param list<string> $names */
    private static function enumerate(array $names): string
    {
        $last = array_pop($names);

        return [] === $names ? (string) $last : implode(', ', $names).' and '.$last;
    }
}
