<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Values;

use Vorhut\Core\Convention\PasswordConvention;
use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Setting\Settings;

/** One secret for two units opens both; only where a pairing says so must it be the same. */
#[About('secret-reused', 'password used twice')]
final class SecretReused extends Rule
{
    public function check(Plan $plan): iterable
    {
        if (PasswordConvention::PerUnit !== $plan->job->info->schools->passwords) {
            return;
        }
        $holders = [];
        foreach ($plan->job->devices as $device) {
            foreach ($device->settings as $id => $name) {
                if (\is_string($name) && true === $plan->settings()->setting($device, (string) $id)?->secret) {
                    $holders[$name][$device->id] = $device;
                }
            }
        }
        foreach ($holders as $name => $devices) {
            $devices = array_values($devices);
            if (\count($devices) < 2 || self::arePaired($plan->settings(), $devices)) {
                continue;
            }
            yield $this->found(
                severity: Severity::Warning,
                title: \sprintf(
                    '%s have the same password',
                    implode(' and ', array_map(static fn (Device $d): string => $d->name, $devices)),
                ),
                why: 'If it leaks, all of them are open.',
                devices: array_map(static fn (Device $d): string => $d->id, $devices),
                advice: 'Generate a password for each device, or choose one per device type in Job details.',
                value: (string) $name,
            );
        }
    }

    /** @param non-empty-list<Device> $devices */
    private static function arePaired(Settings $settings, array $devices): bool
    {
        $partners = array_map(static fn ($c): string => $c->partnerOf($devices[0])->id, $settings->couplings->with($devices[0]));
        $others = array_map(static fn (Device $d): string => $d->id, \array_slice($devices, 1));

        return [] === array_diff($others, $partners);
    }
}
