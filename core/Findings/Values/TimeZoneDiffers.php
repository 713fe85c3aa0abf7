<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Values;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Profile\Setting\Allowed;
use Vorhut\Core\Profile\Setting\SettingType;

/** A clock in another zone breaks certificates, licences, logs and opening hours. */
#[About('timezone-differs', 'time zone')]
final class TimeZoneDiffers extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->devices as $device) {
            foreach (array_keys($device->settings) as $id) {
                $setting = $plan->settings()->setting($device, (string) $id);
                $typed = $device->settings[$id];
                $here = $plan->settings()->facts->value($device, 'timezone');
                if (SettingType::TimeZone !== $setting?->type || null === $typed || $typed === $here) {
                    continue;
                }
                yield $this->found(
                    severity: Severity::Error,
                    title: \sprintf(
                        '%s has the time zone %s; its location has %s',
                        $device->name,
                        Allowed::text($typed),
                        Allowed::text($here),
                    ),
                    why: 'Its logs and opening hours are off by the difference.',
                    devices: [$device->id],
                    advice: \sprintf('Clear the time zone of %s, or correct that of the location.', $device->name),
                    value: (string) $id,
                );
            }
        }
    }
}
