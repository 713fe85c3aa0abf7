<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Values;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Severity;

/** A feature that is used takes a firmware which the unit does not have. */
#[About('firmware-old', 'firmware too old')]
final class FirmwareOld extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->devices as $device) {
            foreach (null === $device->firmware ? [] : $plan->job->profileOf($device)->firmwareMinima as $minimum) {
                $isNew = version_compare((string) $device->firmware, $minimum->atLeast, '>=');
                if ($isNew || !$plan->settings()->holds($device, $minimum->when)) {
                    continue;
                }
                yield $this->found(
                    severity: Severity::Error,
                    title: \sprintf(
                        '%s has firmware %s; %s needs %s or later',
                        $device->name,
                        $device->firmware,
                        $minimum->feature,
                        $minimum->atLeast,
                    ),
                    why: 'The setting is shown but has no effect.',
                    devices: [$device->id],
                    advice: \sprintf('Update %s to firmware %s or later before you configure it.', $device->name, $minimum->atLeast),
                    value: $minimum->feature,
                );
            }
        }
    }
}
