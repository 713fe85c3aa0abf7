<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Bench;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;

/** A factory address that somebody here already carries must not meet the live network. */
#[About('factory-address-live', Section::Bench)]
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
                title: \sprintf('The factory address of %s, %s, is in use here: %s has it', $device->name, $factory->address, $owner[1]),
                why: 'Plugged into the client\'s switch in its factory state, it takes the address away from the one that works.',
                devices: [$device->id, $owner[0]],
                advice: 'Give it its address on an isolated bench switch before it meets the network.',
                change: null,
                segment: null,
                value: (string) $factory->address,
            );
        }
    }
}
