<?php

declare(strict_types=1);

namespace Vorhut\Core\Proof;

use Vorhut\Core\Addressing\AddressRange;
use Vorhut\Core\Addressing\InterfaceAddress;
use Vorhut\Core\Addressing\Ipv4Address;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Collection;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Subnet;
use Vorhut\Core\Reach\Cause;

/** What could be changed about a cause: a gateway, a mask, an entry in a station's list. */
final readonly class Candidates
{
    public function __construct(private Job $job)
    {
    }

    /**
     * @param non-empty-list<Cause> $causes of one kind, on different devices
     */
    public function forCauses(array $causes): ?Candidate
    {
        return match ($causes[0]->rule) {
            'gateway-missing', 'gateway-off-link', 'gateway-is-broadcast', 'gateway-silent', 'not-a-router' => $this->gateways($causes),
            'mask-too-wide' => $this->masks($causes),
            'not-in-list' => $this->listEntries($causes),
            default => null,
        };
    }

    /** A mask that is too narrow shows up as a missing or off-link gateway. */
    public function maskInstead(Cause $cause): ?Candidate
    {
        return \in_array($cause->rule, ['gateway-missing', 'gateway-off-link'], true) ? $this->masks([$cause]) : null;
    }

    /** @param non-empty-list<Cause> $causes */
    private function gateways(array $causes): ?Candidate
    {
        $edits = [];
        $gateways = [];
        foreach ($this->devices($causes) as $device) {
            foreach ($device->interfaces as $index => $interface) {
                $subnet = $this->subnet($device, $index);
                if (null === $subnet?->gateway || null === $interface->address || true === $interface->gateway?->equals($subnet->gateway) || $interface->address->address->equals($subnet->gateway)) {
                    continue;
                }
                $edits[$device->id] = $this->job->editInterface(Collection::Devices, $device->id, $index, ['gateway' => (string) $subnet->gateway]);
                $gateways[(string) $subnet->gateway] = true;
                break;
            }
        }

        return $this->candidate('Set gateway', implode(' or ', array_keys($gateways)), $edits);
    }

    /** @param non-empty-list<Cause> $causes */
    private function masks(array $causes): ?Candidate
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
                $edits[$device->id] = $this->job->editInterface(Collection::Devices, $device->id, $index, ['address' => (string) $address]);
                $masks[\sprintf('%s (/%d)', $subnet->prefix->dottedMask(), $subnet->prefix->length)] = true;
                break;
            }
        }

        return $this->candidate('Set mask', implode(' or ', array_keys($masks)), $edits);
    }

    /** @param non-empty-list<Cause> $causes */
    private function listEntries(array $causes): ?Candidate
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
        $settings = $this->job->record(Collection::Devices, $station->id)['settings'] ?? [];
        $settings = (array) $settings;
        $settings[$setting] = [...$station->settingList($setting), ...$ranges];
        $edit = $this->job->edit(Collection::Devices, $station->id, ['settings' => $settings]);
        $what = implode(' and ', $ranges);

        return new Candidate(new ChangeSet(\sprintf('Add %s to the list of %s', $what, $station->name), [$edit]), \sprintf('Add %s to the list of %s', $what, $station->name), Hands::Us);
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

        return new Candidate(new ChangeSet($sentence, array_values($edits)), $sentence, Hands::Us);
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
