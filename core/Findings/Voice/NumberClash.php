<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Voice;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Extension;
use Vorhut\Core\Voice\NumberClashes;

/** A number that means something else, too. */
#[About('number-clash', 'extension conflict', Section::Voice)]
final class NumberClash extends Rule
{
    public function check(Plan $plan): iterable
    {
        $clashes = new NumberClashes($plan->job);
        foreach ($plan->job->extensions as $extension) {
            $clash = $clashes->clash($extension);
            if (null !== $clash) {
                yield $this->finding($extension, $clash);
            }
        }
    }

    private function finding(Extension $extension, string $clash): Finding
    {
        return $this->found(
            severity: Severity::Error,
            title: \sprintf('Extension %s %s', $extension->number, $clash),
            why: 'Callers reach the wrong one, or wait for the inter-digit timeout.',
            devices: array_filter([$extension->device], \is_string(...)),
            advice: \sprintf('Set another number for extension %s before it is printed or stored on keys.', $extension->number),
            value: $extension->number,
            records: [['extensions', $extension->number]],
        );
    }
}
