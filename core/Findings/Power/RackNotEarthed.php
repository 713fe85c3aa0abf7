<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Power;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Rack;

/** A rack of metal is earthed before anything in it is switched on. */
#[About('rack-not-earthed', 'earthing', Section::Power)]
final class RackNotEarthed extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->all(Rack::class) as $rack) {
            if (!$rack->earthed && [] !== $rack->holds) {
                yield $this->found(
                    severity: Severity::Warning,
                    title: \sprintf('No earthing is recorded for %s', $rack->name),
                    why: 'A fault in one device can make the metal of all of them live.',
                    devices: [],
                    advice: 'Have a licensed electrician bond it, and record it here.',
                    value: $rack->id,
                    records: [['racks', $rack->id]],
                );
            }
        }
    }
}
