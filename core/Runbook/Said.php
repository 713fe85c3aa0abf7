<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook;

use Vorhut\Core\Profile\Step\SymptomCause;
use Vorhut\Core\Profile\Step\Timer;
use Vorhut\Core\Profile\Step\ToRecord;

/** Parts of a kind's step with the values of one unit in the place of their names: none is left out. */
final class Said
{
    /**
     * @param list<SymptomCause> $causes
     *
     * @return list<SymptomCause>
     */
    public static function causes(array $causes, RunbookContext $context): array
    {
        return array_map(static fn (SymptomCause $c): SymptomCause => new SymptomCause(
            see: $context->said($c->see),
            because: $context->said($c->because),
            test: $context->said($c->test),
            mend: $context->said($c->mend),
        ), $causes);
    }

    /**
     * @param list<Timer> $timers
     *
     * @return list<Timer>
     */
    public static function timers(array $timers, RunbookContext $context): array
    {
        return array_map(static fn (Timer $t): Timer => new Timer(
            kind: $t->kind,
            seconds: $t->seconds,
            text: $context->said($t->text),
            missed: $context->said($t->missed),
        ), $timers);
    }

    /**
     * @param list<ToRecord> $records
     *
     * @return list<ToRecord>
     */
    public static function records(array $records, RunbookContext $context): array
    {
        return array_map(static fn (ToRecord $r): ToRecord => new ToRecord(
            kind: $r->kind,
            label: $context->said($r->label),
            setting: $r->setting,
            unit: $r->unit,
            min: $r->min,
            max: $r->max,
        ), $records);
    }
}
