<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Media;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Reading;
use Vorhut\Core\Job\ReadingOf;

/** A unit that is warmer than its kind may be wants air: in a bag above all. */
#[About('too-warm-inside', 'device temperature', Section::Media)]
final class TooWarmInside extends Rule
{
    public function check(Plan $plan): iterable
    {
        $warmest = [];
        foreach ($plan->job->all(Reading::class) as $reading) {
            if (ReadingOf::Temperature === $reading->what && ($reading->value ?? -1e9) > ($warmest[$reading->device]->value ?? -1e9)) {
                $warmest[$reading->device] = $reading;
            }
        }
        foreach ($warmest as $reading) {
            $device = $plan->job->devices[$reading->device];
            $limit = $plan->job->profileOf($device)->maxCelsius;
            if (null === $limit || $reading->value <= $limit) {
                continue;
            }
            yield $this->found(
                severity: Severity::Warning,
                title: \sprintf('%s measured %d °C inside; it is rated to %d °C', $device->name, $reading->value, $limit),
                why: \sprintf('Measured %s.', $reading->at ?? 'on the device'),
                devices: [$device->id],
                advice: \sprintf('Ventilate %s, and keep it out of the sun and out of its bag.', $device->name),
                records: [['readings', $reading->id]],
            );
        }
    }
}
