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
#[About('run-open-end', 'no terminator', Section::Media, view: 'light')]
final class RunOpenEnd extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->all(LightRun::class) as $run) {
            if (!$run->terminated) {
                yield $this->found(
                    severity: Severity::Warning,
                    title: \sprintf('%s has no terminator', $run->name),
                    why: 'Reflections make fixtures flicker from time to time.',
                    devices: [$run->node],
                    advice: \sprintf('Fit a 120 Ω terminator to the last fixture of %s.', $run->name),
                    change: new ChangeSet(
                        \sprintf('%s has its terminator', $run->name),
                        [$plan->job->edit(LightRun::class, $run->id, ['terminated' => true])],
                    ),
                    value: $run->id,
                    records: [['runs', $run->id]],
                );
            }
        }
    }
}
