<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Values;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Licence;

/** A temporary unlock ends whether the work is done or not. */
#[About('unlock-ending', 'licence expiry')]
final class UnlockEnding extends Rule
{
    private const DAYS = 7;

    public function check(Plan $plan): iterable
    {
        if (null === $plan->today) {
            return;
        }
        foreach ($plan->job->all(Licence::class) as $licence) {
            $device = $plan->job->devices[$licence->device] ?? null;
            if (null === $device || null === $licence->until) {
                continue;
            }
            [$year, $month, $day] = array_map(intval(...), explode('-', $licence->until));
            $today = $plan->today->setTime(0, 0);
            $days = (int) $today->diff($today->setDate($year, $month, $day))->format('%r%a');
            if ($days > self::DAYS) {
                continue;
            }
            $when = match (true) {
                $days < 0 => 'has ended',
                0 === $days => 'ends today',
                1 === $days => 'ends tomorrow',
                default => \sprintf('ends in %d days', $days),
            };
            yield $this->found(
                severity: $days < 0 ? Severity::Error : Severity::Warning,
                title: \sprintf('%2$s of %1$s %3$s, on %4$s', $device->name, $licence->name, $when, $licence->until),
                why: 'After that day its settings are locked.',
                devices: [$device->id],
                advice: 'Complete its settings before, or have the licence extended.',
                value: $licence->until,
            );
        }
    }
}
