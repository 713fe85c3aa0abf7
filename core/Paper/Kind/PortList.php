<?php

declare(strict_types=1);

namespace Vorhut\Core\Paper\Kind;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Paper\Paper;

/** Every port that has to be patched, place by place: who it belongs to and which network it must carry. */
final class PortList implements Paper
{
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
        return ['Place', 'Unit', 'Port', 'MAC', 'Network', 'VLAN', 'Address', 'Watts'];
    }

    public function figures(): array
    {
        return ['VLAN', 'Watts'];
    }

    public function rows(Job $job): array
    {
        $rows = [];
        foreach ($job->devices as $device) {
            $watts = $job->profileOf($device)->watts;
            foreach ($device->interfaces as $interface) {
                $segment = $job->segments[$interface->segment] ?? null;
                $rows[] = [
                    implode(', ', array_map(static fn ($l): string => $l->name, array_reverse($job->placesOf($device->location)))),
                    $device->name,
                    $interface->name,
                    (string) $interface->mac,
                    $segment->name ?? '',
                    (string) $segment?->vlan,
                    (string) $interface->address?->address,
                    null === $watts ? '' : (string) $watts,
                ];
            }
        }
        usort($rows, static fn (array $a, array $b): int => strnatcasecmp($a[0].' '.$a[1], $b[0].' '.$b[1]));

        return $rows;
    }
}
