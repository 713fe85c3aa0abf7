<?php

declare(strict_types=1);

namespace Vorhut\App\Kinds;

use Vorhut\Core\Profile\DeviceProfile;
use Vorhut\Core\Profile\Step\Timer;
use Vorhut\Core\Runbook\RunbookStep;

/** The steps of a kind in short, by stage. */
final class Previews
{
    /** @return list<array{stage: string, steps: list<array{title: string, notes: string}>}> */
    public static function preview(DeviceProfile $profile): array
    {
        $stages = [];
        foreach (KindRunbook::runbook($profile)->steps as $step) {
            $stages[$step->stage->value]['stage'] = $step->stage->label();
            $stages[$step->stage->value]['steps'][] = ['title' => $step->title, 'notes' => self::notes($step)];
        }

        return array_values($stages);
    }

    private static function notes(RunbookStep $step): string
    {
        $notes = array_map(
            static fn (Timer $t): string => \sprintf('%s %d s', $t->kind->label(), $t->seconds),
            $step->timers,
        );
        $values = \count($step->values);
        if ($values > 0) {
            $notes[] = 1 === $values ? '1 value' : $values.' values';
        }
        if ([] !== $step->causes) {
            $notes[] = \count($step->causes).' causes';
        }

        return implode(' · ', $notes);
    }
}
