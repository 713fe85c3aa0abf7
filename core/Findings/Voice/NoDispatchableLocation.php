<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Voice;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Severity;

/** Every phone needs a place with an address that an emergency centre can be told. */
#[About('no-dispatchable-location', 'no dispatchable location')]
final class NoDispatchableLocation extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->devices as $device) {
            if (!$plan->job->profileOf($device)->isPhone() || null !== $plan->job->dispatchOf($device->location)) {
                continue;
            }
            yield $this->found(
                severity: Severity::Error,
                title: \sprintf('%s has no dispatchable location', $device->name),
                why: 'An emergency caller there cannot be located. Follow local law.',
                devices: [$device->id],
                advice: null === $device->location
                    ? \sprintf(
                        'Set the location of %s, and enter the dispatchable location (street, floor, room) of that location.',
                        $device->name,
                    )
                    : \sprintf(
                        'Enter the dispatchable location (street, floor, room) of %s, or of the location around it.',
                        $plan->job->locations[$device->location]->name ?? $device->location,
                    ),
            );
        }
    }
}
