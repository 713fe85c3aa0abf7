<?php

declare(strict_types=1);

namespace Vorhut\Core\Paper\Kind;

use Vorhut\Core\Dates\LicenceLine;
use Vorhut\Core\Dates\LicenceLines;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Paper\Paper;

/** Licences and unlocks: what they allow, what they are tied to, how far they are, when they end. */
final class LicenceList implements Paper
{
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
        return ['Unit', 'Licence', 'Sort', 'How many', 'Code', 'Tied to', 'From', 'Until', 'State', 'To do'];
    }

    public function figures(): array
    {
        return ['How many'];
    }

    public function rows(Job $job): array
    {
        return array_map(static fn (LicenceLine $l): array => [
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
        ], LicenceLines::of($job, null));
    }
}
