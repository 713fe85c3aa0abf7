<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Values;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Profile\Setting\Allowed;
use Vorhut\Core\Profile\Setting\Setting;
use Vorhut\Core\Setting\Origin;
use Vorhut\Core\Setting\OriginLink;

/** A value typed against what was answered or is the rule has a reason, or is a slip. */
#[About('value-against-rule', 'deviates from rule')]
final class ValueAgainstRule extends Rule
{
    private const RULES = [Origin::Answer, Origin::PlaceRule, Origin::KindRule];

    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->devices as $device) {
            foreach (array_keys($device->settings) as $id) {
                $setting = $plan->settings()->setting($device, (string) $id);
                $rule = null === $setting || isset($device->reasons[$id]) ? null : self::rule($plan, $device, $setting);
                $typed = $device->settings[$id];
                if (null === $setting || null === $rule || null === $typed || Allowed::text($rule->value) === Allowed::text($typed)) {
                    continue;
                }
                $settings = $device->settings;
                unset($settings[$id]);
                yield $this->found(
                    severity: Severity::Warning,
                    title: \sprintf(
                        '%2$s of %1$s is %3$s; %4$s sets %5$s',
                        $device->name,
                        $setting->name,
                        Allowed::shown($setting, $typed),
                        $rule->origin->label(),
                        Allowed::shown($setting, $rule->value),
                    ),
                    why: 'No reason is recorded.',
                    devices: [$device->id],
                    advice: 'Apply the value of the rule, or record the reason.',
                    change: new ChangeSet(
                        \sprintf('%s of %s follows the rule', $setting->name, $device->name),
                        [$plan->job->edit(Device::class, $device->id, ['settings' => [] === $settings ? new \stdClass() : $settings])],
                    ),
                    value: (string) $id,
                );
            }
        }
    }

    private static function rule(Plan $plan, Device $device, Setting $setting): ?OriginLink
    {
        return array_find(
            $plan->settings()->chain($device, $setting),
            static fn (OriginLink $link): bool => $link->gives() && \in_array($link->origin, self::RULES, true),
        );
    }
}
