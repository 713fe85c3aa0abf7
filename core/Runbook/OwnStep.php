<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook;

use Vorhut\Core\Profile\Port;
use Vorhut\Core\Profile\RotarySwitch;
use Vorhut\Core\Profile\Step\ProfileStep;
use Vorhut\Core\Profile\Step\RecordKind;

/** Makes a step of what a kind of unit says of it; where it stands in for a general one, what it leaves out is that one's. */
final class OwnStep
{
    public static function step(ProfileStep $of, RunbookContext $context, ?RunbookStep $general): RunbookStep
    {
        $general ??= new RunbookStep($of->id, $of->stage, $of->title);
        $way = $of->way ?? $general->way;
        $values = [...$context->valuesOf($of->settings, $of->way ?? $context->way()), ...$general->values];
        $dial = self::dial($context, $of);

        return $general->with([
            'stage' => $of->stage,
            'title' => $context->said($of->title),
            'why' => '' === $of->why ? $general->why : $context->said($of->why),
            'who' => $of->who,
            'do' => [] === $of->do ? $general->do : $context->saidAll($of->do),
            'values' => $values,
            'keys' => self::keys($of, $context, $values, $general),
            'timers' => [] === $of->timers ? $general->timers : Said::timers($of->timers, $context),
            'see' => [] === $of->see ? $general->see : $context->saidAll($of->see),
            'causes' => [...Said::causes($of->causes, $context), ...$general->causes],
            'record' => [...Said::records($of->record, $context), ...$general->record],
            'cautions' => [...$context->saidAll($of->cautions), ...$general->cautions],
            'ports' => self::ports($context, $of, $general),
            'dial' => $dial ?? $general->dial,
            'dialAt' => null === $dial?->setting ? '' : (string) $context->value($dial->setting)?->text(),
            'way' => $way,
            'undo' => '' === $of->undo ? $general->undo : $context->said($of->undo),
            'after' => $of->after,
            'reads' => self::reads($of, $general),
        ]);
    }

    /**
     * @param list<StepValue> $values
     *
     * @return list<StepKeys>
     */
    private static function keys(ProfileStep $of, RunbookContext $context, array $values, RunbookStep $general): array
    {
        $keypad = $context->keypad($of->way, $of->keypad);
        $keys = null === $keypad ? $general->keys : $context->typing($values, $keypad);
        $types = $context->said($of->types);
        // What is open cannot be typed.
        if ('' !== $types && null !== $keypad && !str_contains($types, RunbookContext::OPEN)) {
            $keys[] = StepKeys::typing($of->id, $context->said($of->title), $types, $keypad);
        }
        foreach ($context->profile->shortcuts as $shortcut) {
            if (\in_array($shortcut->id, $of->shortcuts, true)) {
                $keys[] = StepKeys::shortcut($shortcut);
            }
        }

        return $keys;
    }

    /** @return list<Port> */
    private static function ports(RunbookContext $context, ProfileStep $of, RunbookStep $general): array
    {
        return [] === $of->ports
            ? $general->ports
            : array_values(array_filter($context->ports(), static fn (Port $p): bool => \in_array($p->id, $of->ports, true)));
    }

    private static function dial(RunbookContext $context, ProfileStep $of): ?RotarySwitch
    {
        return array_find($context->profile->dials, static fn ($dial): bool => $dial->id === $of->dial);
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
