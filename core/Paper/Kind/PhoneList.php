<?php

declare(strict_types=1);

namespace Vorhut\Core\Paper\Kind;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Paper\Paper;

/** Every number with its name, the phone it rings and the place told to helpers. */
final class PhoneList implements Paper
{
    public function name(): string
    {
        return 'phones';
    }

    public function title(): string
    {
        return 'Phone list';
    }

    public function heads(): array
    {
        return ['Number', 'Name', 'Rings', 'Place', 'Told to helpers', 'Registers at', 'MAC'];
    }

    public function figures(): array
    {
        return [];
    }

    public function rows(Job $job): array
    {
        $rows = [];
        foreach ($job->extensions as $extension) {
            $device = $job->devices[$extension->device ?? ''] ?? null;
            $places = $job->placesOf($device?->location);
            $told = array_filter(array_map(static fn ($l): string => (string) $l->dispatch, $places), static fn ($d): bool => '' !== $d);
            $rows[] = [
                $extension->number,
                $extension->name === $extension->number ? '' : $extension->name,
                $device->name ?? '',
                $places[0]->name ?? '',
                array_values($told)[0] ?? '',
                $job->devices[$extension->server ?? '']->name ?? '',
                (string) ($device->interfaces[0] ?? null)?->mac,
            ];
        }
        usort($rows, static fn (array $a, array $b): int => strnatcmp($a[0], $b[0]));

        return $rows;
    }
}
