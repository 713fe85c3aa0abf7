<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Values;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Profile\Setting\Setting;

/** Numbers that must stand only once: two units with one of them hide each other. */
#[About('number-taken', 'duplicate value', Section::Devices)]
final class NumberTaken extends Rule
{
    public function check(Plan $plan): iterable
    {
        $groups = [];
        foreach ($plan->job->devices as $device) {
            foreach ($plan->settings()->some($device, static fn (Setting $s): bool => null !== $s->free) as $value) {
                if (!$value->isOpen()) {
                    $group = $plan->settings()->groupOf($device, $value->setting);
                    $groups[$group.' '.$value->text()][] = [$device, $value];
                }
            }
        }
        foreach ($groups as $holders) {
            if (\count($holders) < 2) {
                continue;
            }
            [, $value] = $holders[0];
            $devices = array_column($holders, 0);
            yield $this->found(
                severity: Severity::Error,
                title: \sprintf(
                    '%s have the same value for %s: %s',
                    implode(' and ', array_map(static fn (Device $d): string => $d->name, $devices)),
                    $value->setting->name,
                    $value->shown(),
                ),
                why: \sprintf('It must be unique among %s.', $value->setting->free?->label()),
                devices: array_map(static fn (Device $d): string => $d->id, $devices),
                advice: \sprintf('Set another value on %s.', end($devices)->name),
                value: $value->setting->id.' '.$value->text(),
            );
        }
    }
}
