<?php

declare(strict_types=1);

namespace Vorhut\Core\Paper\Kind;

use Vorhut\Core\Dates\TimeLine;
use Vorhut\Core\Dates\TimeLines;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Paper\PrintableList;

/** Where units take their time from. */
final class TimeList implements PrintableList
{
    public function name(): string
    {
        return 'time';
    }

    public function title(): string
    {
        return 'Time';
    }

    public function heads(): array
    {
        return ['Segment', 'Devices', 'Time zone', 'Time servers', 'Note'];
    }

    public function figures(): array
    {
        return ['Devices'];
    }

    public function rows(Job $job): array
    {
        return array_map(static fn (TimeLine $l): array => [
            $l->segment,
            (string) $l->units,
            implode(', ', $l->zones),
            implode(', ', $l->servers),
            $l->said(),
        ], TimeLines::lines($job));
    }
}
