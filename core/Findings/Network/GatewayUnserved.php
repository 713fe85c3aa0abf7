<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Network;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Net\Ipv4Address;

/** A subnet's gateway should be an address of a router. */
#[About('gateway-unserved', 'gateway without router', Section::Networks)]
final class GatewayUnserved extends Rule
{
    public function check(Plan $plan): iterable
    {
        $served = [];
        foreach ($plan->job->routers as $router) {
            foreach ($router->interfaces as $interface) {
                foreach ($interface->addresses() as $address) {
                    $served[$interface->segment][$address->address->value] = true;
                }
            }
        }
        foreach ($plan->job->segments as $segment) {
            foreach ($segment->subnets as $subnet) {
                if (
                    null !== $subnet->gateway
                    && !isset($served[$segment->id][$subnet->gateway->value])
                    && !self::isUpstream($segment, $subnet->gateway)
                ) {
                    yield $this->found(
                        severity: Severity::Warning,
                        title: \sprintf('No router has %s, the gateway of %s', $subnet->gateway, $segment->name),
                        why: 'No device there can leave its subnet.',
                        devices: [],
                        advice: \sprintf(
                            'Add %s to an interface of the router, or clear the gateway if %s is isolated.',
                            $subnet->gateway,
                            $segment->name,
                        ),
                        change: null,
                        segment: $segment->id,
                        value: (string) $subnet->gateway,
                    );
                }
            }
        }
    }

    /** Somebody else's router, by which the segment leads out of the plan. */
    private static function isUpstream(Segment $segment, Ipv4Address $gateway): bool
    {
        return null !== $segment->external->kind && ($segment->external->router ?? $gateway)->equals($gateway);
    }
}
