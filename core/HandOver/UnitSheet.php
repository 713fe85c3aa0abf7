<?php

declare(strict_types=1);

namespace Vorhut\Core\HandOver;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Location;
use Vorhut\Core\Job\NetworkInterface;
use Vorhut\Core\Job\NetworkSwitch;
use Vorhut\Core\Setting\Settings;

/** A unit as it is left behind: what it is, where it hangs, what it is called in the network, what is set in it. */
final readonly class UnitSheet
{
    public const NETWORK = ['Interface', 'Segment', 'Address', 'Mask', 'Gateway', 'MAC', 'Switch port'];

    /**
     * @param list<array{string, string}> $facts in words, those that somebody knows
     * @param list<list<string>> $interfaces with a text for each heading of NETWORK
     * @param list<array{string, string, string}> $values what it is called, what it is, and how that is known
     */
    private function __construct(
        public string $id,
        public string $name,
        public string $kind,
        public array $facts,
        public array $interfaces,
        public array $values,
    ) {}

    /** @param array<string, string> $states how a value is known, in words, by setting */
    public static function fromDevice(Settings $settings, Device $device, array $states): self
    {
        $job = $settings->job;
        $values = [];
        foreach ($settings->values($device) as $value) {
            // Values of the network table are not repeated.
            if ($value->isOpen() ? $value->isDue() : !$value->setting->isPlainFact) {
                $shown = $value->isOpen() ? 'not set' : $value->shown();
                $values[] = [$value->setting->name, $shown, $states[$value->setting->id] ?? 'planned'];
            }
        }

        return new self(
            id: $device->id,
            name: $device->name,
            kind: $job->profileOf($device)->name,
            facts: self::facts($job, $device),
            interfaces: array_map(static fn (NetworkInterface $i): array => self::network($job, $i), $device->interfaces),
            values: $values,
        );
    }

    /** @return list<array{string, string}> */
    private static function facts(Job $job, Device $device): array
    {
        $places = array_map(static fn (Location $l): string => $l->name, array_reverse($job->placesOf($device->location)));
        $numbers = array_filter($job->extensions, static fn (Extension $e): bool => $e->device === $device->id);
        $facts = [
            ['Location', implode(', ', $places)],
            ['Stage', $device->stage->label()],
            ['Serial number', (string) $device->serial],
            ['Host name', (string) $device->hostname],
            ['Firmware', (string) $device->firmware],
            ['Password', $device->password?->label() ?? ''],
            ['Power supply', $device->supply?->label() ?? ''],
            ['Extensions', implode(', ', array_map(self::number(...), $numbers))],
        ];

        return array_values(array_filter($facts, static fn (array $fact): bool => '' !== $fact[1]));
    }

    private static function number(Extension $extension): string
    {
        return $extension->name === $extension->number
            ? $extension->number
            : \sprintf('%s %s', $extension->number, $extension->name);
    }

    /** @return list<string> */
    private static function network(Job $job, NetworkInterface $interface): array
    {
        $segment = $job->segments[$interface->segment ?? ''] ?? null;
        $address = $interface->address;
        $to = $interface->plug->to;
        $switch = null === $to ? null : $job->all(NetworkSwitch::class)[$to->switch] ?? null;

        return [
            $interface->name,
            null === $segment?->vlan ? $segment->name ?? '' : \sprintf('%s, VLAN %d', $segment->name, $segment->vlan),
            null === $address ? ($interface->mode->needsAddress() ? '' : 'DHCP') : (string) $address->address,
            null === $address ? '' : $address->prefix->dottedMask(),
            (string) $interface->gateway,
            (string) $interface->mac,
            null === $to ? '' : \sprintf('%s, port %s', $switch->name ?? $to->switch, $to->port),
        ];
    }
}
