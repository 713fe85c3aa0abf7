<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Rules;

use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Severity;

/** A subnet's gateway should be an address of a router. */
final class GatewayUnserved implements Rule
{
    public function id(): string
    {
        return 'gateway-unserved';
    }

    public function check(Plan $plan): iterable
    {
        $served = [];
        foreach ($plan->job->routers as $router) {
            foreach ($router->interfaces as $interface) {
                foreach (array_filter([$interface->address, ...$interface->extraAddresses]) as $address) {
                    $served[$interface->segment][$address->address->value] = true;
                }
            }
        }
        foreach ($plan->job->segments as $segment) {
            foreach ($segment->subnets as $subnet) {
                if (null !== $subnet->gateway && !isset($served[$segment->id][$subnet->gateway->value])) {
                    yield new Finding(
                        $this->id(),
                        Severity::Care,
                        \sprintf('No router has %s, the gateway of %s', $subnet->gateway, $segment->name),
                        'Every unit there is told to send to an address that nobody carries.',
                        [],
                        'Add the interface to the router, or clear the gateway if this network stays by itself.',
                        null,
                        $segment->id,
                        (string) $subnet->gateway,
                    );
                }
            }
        }
    }
}
