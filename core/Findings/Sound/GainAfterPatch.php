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
#[About('gain-after-patch', Section::Media, view: 'chains')]
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
                    title: \sprintf('%s: %s comes after the routing', $chain->name, $late->stage->name),
                    why: 'Behind it only trim is at hand, and all who share the source hear the change.',
                    devices: $late->units(),
                    advice: 'Set the gain first.',
                    value: $chain->id,
                    records: [['chains', $chain->id]],
                );
            }
        }
    }
}
