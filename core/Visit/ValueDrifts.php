<?php

declare(strict_types=1);

namespace Vorhut\Core\Visit;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Setting\Settings;

/** Compares what was read back from units with what is planned to be set in them. */
final class ValueDrifts
{
    private const DIGITS = 12;

    /**
     * @param list<ReadValue> $read the last of each unit and setting
     *
     * @return list<UnitDrift>
     */
    public static function drifts(Settings $settings, array $read): array
    {
        $drifts = [];
        foreach ($read as $one) {
            $device = $settings->job->devices[$one->device] ?? null;
            $planned = null === $device ? null : $settings->value($device, $one->setting);
            if (null === $device || null === $planned || \in_array($one->value, [$planned->text(), $planned->shown()], true)) {
                continue;
            }
            $said = [...$device->settings, $one->setting => $one->value];
            $drifts[] = new UnitDrift(
                key: \sprintf('unit %s %s', $device->id, substr(hash('sha256', $one->setting.' '.$one->value), 0, self::DIGITS)),
                unit: $device->id,
                name: $device->name,
                what: \sprintf(
                    '%s is %s; at hand-over it was %s.',
                    $planned->setting->name,
                    $one->value,
                    $planned->isOpen() ? 'nothing' : $planned->shown(),
                ),
                advice: 'Set it back on the device, or apply it to the plan.',
                take: $planned->setting->isPlainFact ? null : $settings->job->edit(Device::class, $device->id, ['settings' => $said]),
            );
        }

        return $drifts;
    }
}
