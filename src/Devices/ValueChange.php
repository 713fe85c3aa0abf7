<?php

declare(strict_types=1);

namespace Vorhut\App\Devices;

use Vorhut\Core\Constraint\ConstraintCheck;
use Vorhut\Core\Constraint\ConstraintChecks;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\NewId;
use Vorhut\Core\Job\ValueRule;
use Vorhut\Core\MidSentence;
use Vorhut\Core\Profile\Setting\Allowed;
use Vorhut\Core\Profile\Setting\Setting;
use Vorhut\Core\Setting\Settings;

/** A value changed for one unit, or for all of its kind or place. */
final class ValueChange
{
    /** @param mixed $value null takes back what was said there */
    public static function changeSet(Job $job, Device $device, Setting $setting, mixed $value, string $scope, string $reason): ChangeSet
    {
        $shown = null === $value ? 'follows the plan' : ($setting->secret ? 'renamed' : Allowed::shown($setting, $value));

        return match ($scope) {
            'kind' => new ChangeSet(
                \sprintf('%s of all %s: %s', $setting->name, MidSentence::label($job->profileOf($device)->plural), $shown),
                self::rule(job: $job, setting: $setting, value: $value, whom: ['profile' => $device->profile], reason: $reason),
            ),
            'place' => new ChangeSet(
                \sprintf('%s in %s: %s', $setting->name, $job->locations[$device->location]->name ?? '', $shown),
                self::rule(job: $job, setting: $setting, value: $value, whom: ['location' => $device->location], reason: $reason),
            ),
            default => new ChangeSet(
                \sprintf('%s of %s: %s', $setting->name, $device->name, $shown),
                [self::unit(job: $job, device: $device, setting: $setting, value: $value, reason: $reason)],
            ),
        };
    }

    /**
     * The partners that would no longer agree, and did before.
     *
     * @return list<ConstraintCheck>
     */
    public static function parts(Job $job, ChangeSet $change): array
    {
        $said = static fn (ConstraintCheck $s): string => $s->coupled->id.' '.$s->coupled->from->id.' '.$s->tie->name;
        $before = array_map($said, (new ConstraintChecks(new Settings($job)))->broken());

        return array_values(array_filter(
            (new ConstraintChecks(new Settings($job->with($change))))->broken(),
            static fn (ConstraintCheck $s): bool => !\in_array($said($s), $before, true),
        ));
    }

    private static function unit(Job $job, Device $device, Setting $setting, mixed $value, string $reason): Edit
    {
        $settings = $device->settings;
        $reasons = $device->reasons;
        unset($settings[$setting->id], $reasons[$setting->id]);
        if (null !== $value) {
            $settings[$setting->id] = $value;
        }
        if (null !== $value && '' !== $reason) {
            $reasons[$setting->id] = $reason;
        }
        $changed = ['settings' => [] === $settings ? new \stdClass() : $settings];
        if ([] !== $reasons || [] !== $device->reasons) {
            $changed['reasons'] = [] === $reasons ? new \stdClass() : $reasons;
        }

        return $job->edit(Device::class, $device->id, $changed);
    }

    /**
     * @param array<string, string|null> $whom
     *
     * @return list<Edit>
     */
    private static function rule(Job $job, Setting $setting, mixed $value, array $whom, string $reason): array
    {
        foreach ($job->all(ValueRule::class) as $rule) {
            $isSame = $rule->setting === $setting->id
                && $rule->profile === ($whom['profile'] ?? null)
                && $rule->location === ($whom['location'] ?? null)
                && null === $rule->segment;
            if (!$isSame) {
                continue;
            }
            $record = $job->record(ValueRule::class, $rule->id);

            return null === $value
                ? [new Edit(ValueRule::class, $rule->id, $record, null)]
                : [$job->edit(ValueRule::class, $rule->id, ['value' => $value] + ('' === $reason ? [] : ['reason' => $reason]))];
        }
        if (null === $value) {
            return [];
        }
        $id = NewId::make($job, 'rules', $setting->id.' '.implode(' ', $whom), 'rule');
        $record = ['id' => $id, 'setting' => $setting->id, 'value' => $value, ...$whom];

        return [new Edit(ValueRule::class, $id, null, '' === $reason ? $record : $record + ['reason' => $reason])];
    }
}
