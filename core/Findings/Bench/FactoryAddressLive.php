<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Bench;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;

/** A factory address that somebody here already carries must not meet the live network. */
#[About('factory-address-live', 'factory address in use', Section::Bench)]
final class FactoryAddressLive extends Rule
{
    public function check(Plan $plan): iterable
    {
        $live = [];
        foreach ($plan->job->routers as $router) {
            foreach ($router->interfaces as $interface) {
                if (null !== $interface->address) {
                    $live[$interface->address->address->value] = [$router->id, $router->name];
                }
            }
        }
        foreach ($plan->byAddress() as $value => $seats) {
            $live[$value] ??= [$seats[0]->device->id, $seats[0]->device->name];
        }
        foreach ($plan->job->devices as $device) {
            $factory = $plan->job->profileOf($device)->factory->address;
            $owner = null === $factory ? null : ($live[$factory->address->value] ?? null);
            if (null === $factory || null === $owner || $owner[0] === $device->id || !$device->stage->isFactoryState()) {
                continue;
            }
            yield $this->found(
                severity: Severity::Warning,
                title: \sprintf('The factory address of %s, %s, is in use by %s', $device->name, $factory->address, $owner[1]),
                why: 'Connected in its factory state, it conflicts with the device that works there.',
                devices: [$device->id, $owner[0]],
                advice: \sprintf('Set the address of %s on an isolated bench switch first.', $device->name),
                change: null,
                segment: null,
                value: (string) $factory->address,
            );
        }
    }
}
