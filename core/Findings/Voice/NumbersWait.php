<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Voice;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Voice\Dialler;
use Vorhut\Core\Voice\VoicePlan;

/** An extension with which a longer one begins: whoever dials it waits. */
#[About('number-begins-another', 'extension begins another', Section::Voice)]
final class NumbersWait extends Rule
{
    public function check(Plan $plan): iterable
    {
        $voice = new VoicePlan($plan->job);
        foreach ($plan->job->extensions as $extension) {
            if ($voice->goesOn($extension->number)) {
                yield $this->found(
                    severity: Severity::Warning,
                    title: \sprintf('Extension %s is also the beginning of another extension', $extension->number),
                    why: \sprintf(
                        'The caller waits %d s for the inter-digit timeout, or reaches the wrong extension.',
                        Dialler::CRITICAL_TIMER,
                    ),
                    devices: array_filter([$extension->device], \is_string(...)),
                    advice: 'Set the same number of digits for all extensions.',
                    value: $extension->number,
                    records: [['extensions', $extension->number]],
                );
            }
        }
    }
}
