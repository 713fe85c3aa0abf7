<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook;

use Vorhut\Core\Profile\Step\Cause;
use Vorhut\Core\Profile\Step\Timer;
use Vorhut\Core\Profile\Step\ToRecord;

/** Parts of a kind's step with the values of one unit in the place of their names: none is left out. */
final class Said
{
    /**
     * @param list<Cause> $causes
     *
     * @return list<Cause>
     */
    public static function causes(array $causes, Desk $desk): array
    {
        return array_map(static fn (Cause $c): Cause => new Cause(
            see: $desk->said($c->see),
            because: $desk->said($c->because),
            test: $desk->said($c->test),
            mend: $desk->said($c->mend),
        ), $causes);
    }

    /**
     * @param list<Timer> $timers
     *
     * @return list<Timer>
     */
    public static function timers(array $timers, Desk $desk): array
    {
        return array_map(static fn (Timer $t): Timer => new Timer(
            kind: $t->kind,
            seconds: $t->seconds,
            text: $desk->said($t->text),
            missed: $desk->said($t->missed),
        ), $timers);
    }

    /**
     * @param list<ToRecord> $records
     *
     * @return list<ToRecord>
     */
    public static function records(array $records, Desk $desk): array
    {
        return array_map(static fn (ToRecord $r): ToRecord => new ToRecord(
            kind: $r->kind,
            label: $desk->said($r->label),
            setting: $r->setting,
            unit: $r->unit,
            min: $r->min,
            max: $r->max,
        ), $records);
    }
}
