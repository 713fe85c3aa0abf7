<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Values;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Profile\Supply;
use Vorhut\Core\Profile\SupplyKind;

/** A unit fed in a way it is not made for stays dark, or worse. */
#[About('supply-wrong', 'power supply')]
final class SupplyWrong extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->devices as $device) {
            $supplies = $plan->job->profileOf($device)->supplies;
            $kinds = array_map(static fn (Supply $s): SupplyKind => $s->kind, $supplies);
            if (null === $device->supply || [] === $kinds || \in_array($device->supply, $kinds, true)) {
                continue;
            }
            yield $this->found(
                severity: Severity::Error,
                title: \sprintf('The power supply of %s is planned as %s', $device->name, $device->supply->label()),
                why: 'It does not work on that.',
                devices: [$device->id],
                advice: \sprintf(
                    'Set its power supply to %s.',
                    implode(' or ', array_map(static fn (SupplyKind $k): string => $k->label(), $kinds)),
                ),
                value: $device->supply->value,
            );
        }
    }
}
