<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Values;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Severity;

/** A unit takes so many and no more, unless a licence says so. */
#[About('capacity-exceeded', 'licence limit exceeded')]
final class CapacityExceeded extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->devices as $device) {
            foreach ($plan->job->profileOf($device)->capacities as $capacity) {
                if (null === $capacity->coupling && !$capacity->extensions) {
                    continue;
                }
                $of = $plan->licences()->capacity($device, $capacity);
                if ($of['used'] <= $of['allowed']) {
                    continue;
                }
                yield $this->found(
                    severity: Severity::Error,
                    title: \sprintf('%s: %s planned %d, licensed %d', $device->name, $capacity->name, $of['used'], $of['allowed']),
                    why: 'Those above the limit are refused.',
                    devices: [$device->id],
                    advice: rtrim($plan->licences()->order($device, $capacity, $of['used'] - $of['allowed']), '.').', or plan fewer.',
                    value: $capacity->id,
                );
            }
        }
    }
}
