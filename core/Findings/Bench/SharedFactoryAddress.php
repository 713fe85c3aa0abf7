<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Bench;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Device;

/** Units that leave the carton with one and the same fixed address must be powered one at a time. */
#[About('shared-factory-address', 'same factory address', Section::Bench)]
final class SharedFactoryAddress extends Rule
{
    public function check(Plan $plan): iterable
    {
        $groups = [];
        foreach ($plan->job->devices as $device) {
            $factory = $plan->job->profileOf($device)->factory;
            if (null !== $factory->address && $device->stage->isFactoryState()) {
                $groups[(string) $factory->address->address][] = $device;
            }
        }
        foreach ($groups as $address => $devices) {
            if (\count($devices) > 1) {
                $names = array_map(static fn (Device $d): string => $d->name, $devices);
                yield $this->found(
                    severity: Severity::Warning,
                    title: \sprintf(
                        '%s have the same factory address, %s',
                        \count($names) > 3
                            ? \sprintf('%s, %s and %d more', $names[0], $names[1], \count($names) - 2)
                            : implode(' and ', $names),
                        $address,
                    ),
                    why: 'Two of them powered on one switch conflict, and the laptop reaches either.',
                    devices: array_map(static fn (Device $d): string => $d->id, $devices),
                    advice: 'Power one device at a time: set its planned address, wait for a reply there, then power the next.',
                    change: null,
                    segment: null,
                    value: $address,
                );
            }
        }
    }
}
