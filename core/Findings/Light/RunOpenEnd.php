<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Light;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\LightRun;

/** A run without its 120 Ω at the end echoes (ANSI E1.11, clause 4). */
#[About('run-open-end', Section::Media, view: 'light')]
final class RunOpenEnd extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->all(LightRun::class) as $run) {
            if (!$run->terminated) {
                yield $this->found(
                    severity: Severity::Warning,
                    title: \sprintf('%s has no 120 Ω at its end', $run->name),
                    why: 'Some lights then do what they like, and not every day.',
                    devices: [$run->node],
                    advice: 'Plug one into the last fixture.',
                    change: new ChangeSet(
                        \sprintf('%s ends in 120 Ω', $run->name),
                        [$plan->job->edit(LightRun::class, $run->id, ['terminated' => true])],
                    ),
                    value: $run->id,
                    records: [['runs', $run->id]],
                );
            }
        }
    }
}
