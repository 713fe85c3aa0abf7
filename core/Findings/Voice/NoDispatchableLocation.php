<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Voice;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Severity;

/** Every phone needs a place with an address that an emergency centre can be told. */
#[About('no-dispatchable-location')]
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
                why: 'Who dials an emergency number from it cannot be found. Follow local law.',
                devices: [$device->id],
                advice: null === $device->location
                    ? 'Give the phone a place, and the place the address that helpers are sent to.'
                    : \sprintf(
                        'Give %s, or the place around it, the address that helpers are sent to.',
                        $plan->job->locations[$device->location]->name ?? $device->location,
                    ),
            );
        }
    }
}
