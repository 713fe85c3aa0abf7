<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Light;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Fixture;
use Vorhut\Core\Light\Universes;

/** Two fixtures that share a slot do what the other is told; two that stand on the same slots throughout may be meant to. */
#[About('slots-shared', 'overlapping slots', Section::Media, view: 'light')]
final class SlotsShared extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach (Universes::used($plan->job) as $universe => $fixtures) {
            $strip = Universes::strip($fixtures);
            foreach ($strip->overlaps() as [$one, $other]) {
                [$a, $b] = [$fixtures[$one], $fixtures[$other]];
                if ([$a->start, $a->footprint] !== [$b->start, $b->footprint]) {
                    yield $this->finding(plan: $plan, universe: $universe, a: $a, b: $b, free: Universes::firstFree($strip, $b->footprint));
                }
            }
        }
    }

    private function finding(Plan $plan, int $universe, Fixture $a, Fixture $b, ?int $free): Finding
    {
        return $this->found(
            severity: Severity::Error,
            title: \sprintf('%s and %s overlap in universe %d', $a->name, $b->name, $universe),
            why: \sprintf(
                '%s has slots %d to %d, %s has slots %d to %d.',
                $a->name,
                $a->start,
                $a->start + $a->footprint - 1,
                $b->name,
                $b->start,
                $b->start + $b->footprint - 1,
            ),
            devices: [],
            advice: null === $free ? 'Move one of them to another universe.' : \sprintf(
                'Set the start address of %s to %d.',
                $b->name,
                $free,
            ),
            change: null === $free ? null : new ChangeSet(
                \sprintf('Set the start address of %s to %d', $b->name, $free),
                [$plan->job->edit(Fixture::class, $b->id, ['start' => $free])],
            ),
            value: $a->id,
            records: [['fixtures', $b->id], ['fixtures', $a->id]],
        );
    }
}
