<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Values;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Profile\Setting\Allowed;

/** What the kind of a unit does not allow never gets into it. */
#[About('value-refused', 'value not allowed', Section::Devices)]
final class ValueRefused extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->devices as $device) {
            foreach ($device->settings as $id => $value) {
                $setting = $plan->settings()->setting($device, (string) $id);
                $allowed = null === $setting || null === $value ? null : Allowed::refusal($setting, $value);
                if (null === $setting || null === $allowed) {
                    continue;
                }
                $shown = $setting->secret ? 'what was entered' : Allowed::text($value);
                yield $this->found(
                    severity: Severity::Error,
                    title: \sprintf('%2$s of %1$s is %3$s, which is not allowed', $device->name, $setting->name, $shown),
                    why: \in_array(Allowed::text($value), $setting->not, true) ? 'The value is reserved.' : 'The device rejects it.',
                    devices: [$device->id],
                    advice: \sprintf('Set an allowed value: %s.', $allowed),
                    value: (string) $id,
                );
            }
        }
    }
}
