<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Network;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;

/** An intent that joins more places than can be looked at is left untried, and that is said. */
#[About('intent-too-large', 'intent too large', Section::Proof)]
final class IntentTooLarge extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->intents as $intent) {
            if ($plan->prover()->isTooLarge($intent)) {
                yield $this->found(
                    severity: Severity::Warning,
                    title: \sprintf('The intent "%s" covers too many pairs to be predicted', $intent->name),
                    why: \sprintf(
                        'It covers %s pairs that differ for the network, so it stays untested.',
                        number_format($plan->prover()->intent($intent)->count(), 0, '.', ' '),
                    ),
                    devices: [],
                    advice: 'Split it by the segments or device types that really must, or must not, communicate.',
                    value: $intent->id,
                );
            }
        }
    }
}
