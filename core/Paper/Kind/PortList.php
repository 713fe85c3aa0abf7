<?php

declare(strict_types=1);

namespace Vorhut\Core\Paper\Kind;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Paper\Back\Cell;
use Vorhut\Core\Paper\Back\Line;
use Vorhut\Core\Paper\Back\OfLines;
use Vorhut\Core\Paper\Back\Reimportable;
use Vorhut\Core\Paper\Back\RowOf;

/** Every port that has to be patched, place by place: who it belongs to and which network it must carry. */
final class PortList implements Reimportable
{
    use OfLines;

    public function name(): string
    {
        return 'ports';
    }

    public function title(): string
    {
        return 'Port list';
    }

    public function heads(): array
    {
        return ['Location', 'Device', 'Port', 'MAC', 'Segment', 'VLAN', 'Address', 'Watts'];
    }

    public function figures(): array
    {
        return ['VLAN', 'Watts'];
    }

    public function cells(): array
    {
        return [
            'Device' => Cell::text('name'),
            'Port' => Cell::text('interfaces.{n}.name'),
            'MAC' => Cell::parsed('interfaces.{n}.mac'),
            'Segment' => Cell::named('interfaces.{n}.segment', 'segments'),
            'Address' => Cell::address('interfaces.{n}.address'),
        ];
    }

    public function lines(Job $job): array
    {
        $lines = [];
        foreach ($job->devices as $device) {
            $watts = $job->profileOf($device)->watts;
            foreach ($device->interfaces as $index => $interface) {
                $segment = $job->segments[$interface->segment] ?? null;
                $lines[] = new Line([
                    implode(', ', array_map(static fn ($l): string => $l->name, array_reverse($job->placesOf($device->location)))),
                    $device->name,
                    $interface->name,
                    (string) $interface->mac,
                    $segment->name ?? '',
                    (string) $segment?->vlan,
                    (string) $interface->address?->address,
                    null === $watts ? '' : (string) $watts,
                ], new RowOf(Device::class, $device->id, $index));
            }
        }
        $name = static fn (Line $line): string => $line->cells[0].' '.$line->cells[1];
        usort($lines, static fn (Line $a, Line $b): int => strnatcasecmp($name($a), $name($b)));

        return $lines;
    }
}
