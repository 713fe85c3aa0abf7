<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Values;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Severity;

/** Where it gets too warm a unit fails in the summer, not on the day it is set up. */
#[About('ambient-limit', 'ambient temperature')]
final class AmbientLimit extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->devices as $device) {
            $limit = $plan->job->profileOf($device)->maxCelsius;
            foreach (null === $limit ? [] : $plan->job->placesOf($device->location) as $place) {
                if (null === $place->celsius) {
                    continue;
                }
                if ($place->celsius > $limit) {
                    yield $this->found(
                        severity: Severity::Warning,
                        title: \sprintf(
                            '%s is rated to %d °C; %s reaches %d °C',
                            $device->name,
                            $limit,
                            $place->name,
                            $place->celsius,
                        ),
                        why: 'It fails in hot weather.',
                        devices: [$device->id],
                        advice: \sprintf('Move %s to a cooler location, or ventilate.', $device->name),
                        value: $place->id,
                    );
                }
                break;
            }
        }
    }
}
