<?php

declare(strict_types=1);

namespace Vorhut\Core\Dates;

use Vorhut\Core\Constraint\ConstraintCheck;
use Vorhut\Core\Constraint\ConstraintChecks;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Profile\Relation\Comparison;
use Vorhut\Core\Setting\Settings;

/** The firmware of every kind of unit in a plan: wanted, found, the same on all, one family across pairs. */
final class FirmwareLines
{
    /** @return list<FirmwareLine> those that differ first */
    public static function lines(Settings $settings): array
    {
        $job = $settings->job;
        /** @var array<array-key, array<array-key, list<Device>>> $found */
        $found = $notes = [];
        foreach ($job->devices as $device) {
            $profile = $job->profileOf($device);
            if (null === $profile->firmware && null === $device->firmware) {
                continue;
            }
            $found[$profile->id][(string) $device->firmware][] = $device;
            foreach (null === $device->firmware ? [] : $profile->firmwareMinima as $minimum) {
                if (version_compare((string) $device->firmware, $minimum->atLeast, '<') && $settings->holds($device, $minimum->when)) {
                    $notes[$profile->id][] = \sprintf('%s: %s needs %s', $device->name, $minimum->feature, $minimum->atLeast);
                }
            }
        }
        foreach ((new ConstraintChecks($settings))->broken() as $state) {
            if (Comparison::SameFirmware === $state->tie->relation) {
                $notes[$state->coupled->from->profile][] = self::apart($state);
            }
        }
        $lines = [];
        foreach ($found as $id => $units) {
            ksort($units);
            $profile = $job->profiles->get((string) $id);
            $lines[] = new FirmwareLine($profile->plural, (string) $profile->firmware, $units, $notes[$id] ?? []);
        }
        $rank = static fn (FirmwareLine $l): int => $l->isSame() && [] === $l->notes ? 1 : 0;
        usort($lines, static fn (FirmwareLine $a, FirmwareLine $b): int => $rank($a) <=> $rank($b));

        return $lines;
    }

    private static function apart(ConstraintCheck $state): string
    {
        return \sprintf(
            '%s has %s, its partner %s has %s: the same firmware family is needed',
            $state->coupled->from->name,
            $state->coupled->from->firmware ?? 'none read',
            $state->coupled->to->name,
            $state->coupled->to->firmware ?? 'none read',
        );
    }
}
