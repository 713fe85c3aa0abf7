<?php

declare(strict_types=1);

namespace Vorhut\Core\Paper\Kind;

use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Paper\Back\Cell;
use Vorhut\Core\Paper\Back\Line;
use Vorhut\Core\Paper\Back\OfLines;
use Vorhut\Core\Paper\Back\Reimportable;
use Vorhut\Core\Paper\Back\RowOf;

/** Every number with its name, the phone it rings and the dispatchable address. */
final class PhoneList implements Reimportable
{
    use OfLines;

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
        return ['Extension', 'Name', 'Device', 'Location', 'Dispatchable location', 'SIP registrar', 'MAC'];
    }

    public function figures(): array
    {
        return [];
    }

    public function cells(): array
    {
        return [
            'Name' => Cell::text('name'),
            'Device' => Cell::named('device', 'devices'),
            'SIP registrar' => Cell::named('server', 'devices'),
        ];
    }

    public function lines(Job $job): array
    {
        $lines = [];
        foreach ($job->extensions as $extension) {
            $device = $job->devices[$extension->device ?? ''] ?? null;
            $places = $job->placesOf($device?->location);
            $told = array_filter(array_map(static fn ($l): string => (string) $l->dispatch, $places), static fn ($d): bool => '' !== $d);
            $lines[] = new Line([
                $extension->number,
                $extension->name === $extension->number ? '' : $extension->name,
                $device->name ?? '',
                $places[0]->name ?? '',
                array_values($told)[0] ?? '',
                $job->devices[$extension->server ?? '']->name ?? '',
                (string) ($device->interfaces[0] ?? null)?->mac,
            ], new RowOf(Extension::class, $extension->number));
        }
        usort($lines, static fn (Line $a, Line $b): int => strnatcmp($a->cells[0], $b->cells[0]));

        return $lines;
    }
}
