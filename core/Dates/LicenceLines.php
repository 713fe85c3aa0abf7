<?php

declare(strict_types=1);

namespace Vorhut\Core\Dates;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Licence;
use Vorhut\Core\Job\LicenceState;
use Vorhut\Core\Profile\LicenceKind;

/** Every licence and unlock of a plan, and those that are needed and missing. */
final class LicenceLines
{
    private const SOON = 14;

    /** @return list<LicenceLine> */
    public static function lines(Job $job, ?Today $today): array
    {
        $lines = $planned = [];
        foreach ($job->all(Licence::class) as $licence) {
            $device = $job->devices[$licence->device];
            $kind = self::kind($job, $device, $licence->kind);
            $planned[$device->id][$licence->kind] = true;
            [$todo, $isUrgent] = self::todo($licence, $today);
            $lines[] = new LicenceLine(
                device: $device,
                licence: $licence,
                name: $licence->name,
                kind: true === $kind?->unlocks ? 'unlock' : 'licence',
                tiedTo: trim(($kind->tiedTo ?? '').' '.($licence->serial ?? $device->serial)),
                state: $licence->state->label(),
                todo: $todo,
                isUrgent: $isUrgent,
            );
        }
        foreach ($job->devices as $device) {
            foreach ($job->profileOf($device)->licences as $kind) {
                if ($kind->required && !isset($planned[$device->id][$kind->id])) {
                    $tied = trim($kind->tiedTo.' '.$device->serial);
                    $todo = 'Order it: the device does not work without it.';
                    $lines[] = new LicenceLine(
                        device: $device,
                        licence: null,
                        name: $kind->name,
                        kind: 'licence',
                        tiedTo: $tied,
                        state: 'not planned',
                        todo: $todo,
                        isUrgent: true,
                    );
                }
            }
        }
        usort($lines, static fn (LicenceLine $a, LicenceLine $b): int => $b->isUrgent <=> $a->isUrgent);

        return $lines;
    }

    private static function kind(Job $job, Device $device, string $id): ?LicenceKind
    {
        return array_find($job->profileOf($device)->licences, static fn ($kind): bool => $kind->id === $id);
    }

    /** @return array{string, bool} */
    private static function todo(Licence $licence, ?Today $today): array
    {
        $left = null === $today || null === $licence->until ? null : $today->until($licence->until);

        return match (true) {
            null !== $left && $left < 0 => ['Expired: have it extended.', true],
            LicenceState::Wanted === $licence->state => ['Order it before the day on site.', true],
            LicenceState::Ordered === $licence->state => ['Ask for the delivery date of the key.', true],
            LicenceState::Received === $licence->state => ['Apply the key.', false],
            null !== $left && $left <= self::SOON => ['Expires soon: finish before, or have it extended.', true],
            LicenceState::Applied === $licence->state => ['Check that the device shows it.', false],
            default => ['', false],
        };
    }
}
