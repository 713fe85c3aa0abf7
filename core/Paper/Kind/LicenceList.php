<?php

declare(strict_types=1);

namespace Vorhut\Core\Paper\Kind;

use Vorhut\Core\Dates\LicenceLine;
use Vorhut\Core\Dates\LicenceLines;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Licence;
use Vorhut\Core\Job\LicenceState;
use Vorhut\Core\Paper\Back\Cell;
use Vorhut\Core\Paper\Back\Line;
use Vorhut\Core\Paper\Back\OfLines;
use Vorhut\Core\Paper\Back\Reimportable;
use Vorhut\Core\Paper\Back\RowOf;

/** Licences and unlocks: what they allow, what they are tied to, how far they are, when they end. */
final class LicenceList implements Reimportable
{
    use OfLines;

    public function name(): string
    {
        return 'licences';
    }

    public function title(): string
    {
        return 'Licences and unlocks';
    }

    public function heads(): array
    {
        return ['Device', 'Licence', 'Type', 'Quantity', 'Code', 'Tied to', 'From', 'Until', 'State', 'To do'];
    }

    public function figures(): array
    {
        return ['Quantity'];
    }

    public function cells(): array
    {
        return [
            'Quantity' => Cell::whole('count'),
            'Code' => Cell::text('code'),
            'From' => Cell::text('from'),
            'Until' => Cell::text('until'),
            'State' => Cell::choice('state', LicenceState::class),
        ];
    }

    public function lines(Job $job): array
    {
        return array_map(static fn (LicenceLine $l): Line => new Line([
            $l->device->name,
            $l->name,
            $l->kind,
            (string) $l->licence?->count,
            (string) $l->licence?->code,
            $l->tiedTo,
            (string) $l->licence?->from,
            (string) $l->licence?->until,
            $l->state,
            $l->todo,
        ], null === $l->licence ? null : new RowOf(Licence::class, $l->licence->id)), LicenceLines::lines($job, null));
    }
}
