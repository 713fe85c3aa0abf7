<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook;

use Vorhut\Core\Profile\Dial;
use Vorhut\Core\Profile\Port;
use Vorhut\Core\Profile\Step\ProfileStep;
use Vorhut\Core\Profile\Step\RecordKind;

/** Makes a step of what a kind of unit says of it; where it stands in for a general one, what it leaves out is that one's. */
final class OwnStep
{
    public static function of(ProfileStep $of, Desk $desk, ?RunbookStep $general): RunbookStep
    {
        $general ??= new RunbookStep($of->id, $of->stage, $of->title);
        $way = $of->way ?? $general->way;
        $values = [...$desk->valuesOf($of->settings, $of->way ?? $desk->way()), ...$general->values];
        $dial = self::dial($desk, $of);

        return $general->with([
            'stage' => $of->stage,
            'title' => $desk->said($of->title),
            'why' => '' === $of->why ? $general->why : $desk->said($of->why),
            'who' => $of->who,
            'do' => [] === $of->do ? $general->do : $desk->saidAll($of->do),
            'values' => $values,
            'keys' => self::keys($of, $desk, $values, $general),
            'timers' => [] === $of->timers ? $general->timers : Said::timers($of->timers, $desk),
            'see' => [] === $of->see ? $general->see : $desk->saidAll($of->see),
            'causes' => [...Said::causes($of->causes, $desk), ...$general->causes],
            'record' => [...Said::records($of->record, $desk), ...$general->record],
            'cautions' => [...$desk->saidAll($of->cautions), ...$general->cautions],
            'ports' => self::ports($desk, $of, $general),
            'dial' => $dial ?? $general->dial,
            'dialAt' => null === $dial?->setting ? '' : (string) $desk->value($dial->setting)?->text(),
            'way' => $way,
            'undo' => '' === $of->undo ? $general->undo : $desk->said($of->undo),
            'after' => $of->after,
            'reads' => self::reads($of, $general),
        ]);
    }

    /**
     * @param list<StepValue> $values
     *
     * @return list<StepKeys>
     */
    private static function keys(ProfileStep $of, Desk $desk, array $values, RunbookStep $general): array
    {
        $keypad = $desk->keypad($of->way, $of->keypad);
        $keys = null === $keypad ? $general->keys : $desk->typing($values, $keypad);
        if ('' !== $of->types && null !== $keypad) {
            $keys[] = StepKeys::typing($of->id, $desk->said($of->title), $desk->said($of->types), $keypad);
        }
        foreach ($desk->profile->shortcuts as $shortcut) {
            if (\in_array($shortcut->id, $of->shortcuts, true)) {
                $keys[] = StepKeys::shortcut($shortcut);
            }
        }

        return $keys;
    }

    /** @return list<Port> */
    private static function ports(Desk $desk, ProfileStep $of, RunbookStep $general): array
    {
        return [] === $of->ports
            ? $general->ports
            : array_values(array_filter($desk->ports(), static fn (Port $p): bool => \in_array($p->id, $of->ports, true)));
    }

    private static function dial(Desk $desk, ProfileStep $of): ?Dial
    {
        foreach ($desk->profile->dials as $dial) {
            if ($dial->id === $of->dial) {
                return $dial;
            }
        }

        return null;
    }

    private static function reads(ProfileStep $of, RunbookStep $general): string
    {
        foreach ($of->record as $record) {
            if (RecordKind::Read === $record->kind && null !== $record->setting) {
                return $record->setting;
            }
        }

        return $general->reads;
    }
}
