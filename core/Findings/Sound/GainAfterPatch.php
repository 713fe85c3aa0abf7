<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Sound;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Chain;

/** The gain is set before the signal is routed; afterwards only trim is at hand. */
#[About('gain-after-patch', 'preamp after routing', Section::Media, view: 'chains')]
final class GainAfterPatch extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->all(Chain::class) as $chain) {
            $sum = $plan->sumOf($chain);
            $late = $sum->lateGain();
            if (null !== $late) {
                yield $this->found(
                    severity: Severity::Warning,
                    title: \sprintf('In %s, the preamp %s comes after the routing', $chain->name, $late->stage->name),
                    why: 'After the routing there is only digital trim, and everybody who shares the source hears a change.',
                    devices: $late->units(),
                    advice: \sprintf('Move %s before the routing.', $late->stage->name),
                    value: $chain->id,
                    records: [['chains', $chain->id]],
                );
            }
        }
    }
}
