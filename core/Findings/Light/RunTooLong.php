<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Light;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\LightRun;

/** A run is at most 300 m long (TIA-485-A as ANSI E1.11 uses it, and what is usual in the trade). */
#[About('run-too-long', 'DMX512 run too long', Section::Media, view: 'light')]
final class RunTooLong extends Rule
{
    /** Metres. */
    private const MAX = 300;

    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->all(LightRun::class) as $run) {
            if (($run->metres ?? 0.0) > self::MAX) {
                yield $this->found(
                    severity: Severity::Error,
                    title: \sprintf('%s is %d m long; the limit is %d m', $run->name, $run->metres, self::MAX),
                    why: 'The last fixtures flicker.',
                    devices: [$run->node],
                    advice: 'Install a repeater, or a node nearer to the fixtures.',
                    value: $run->id,
                    records: [['runs', $run->id]],
                );
            }
        }
    }
}
