<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Network;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Severity;

/** The gateway a unit is given should be a router in its segment. */
final class GatewayElsewhere implements Rule
{
    public function about(): About
    {
        return new About('gateway-elsewhere', 60, short: 'no router here');
    }

    public function check(Plan $plan): iterable
    {
        $routers = [];
        foreach ($plan->job->routers as $router) {
            foreach ($router->interfaces as $interface) {
                foreach ($interface->addresses() as $address) {
                    $routers[$interface->segment][$address->address->value] = true;
                }
            }
        }
        foreach ($plan->seats() as $seat) {
            $gateway = $seat->interface->gateway;
            if (
                null === $gateway
                || null === $seat->segment
                || isset($routers[$seat->segment->id][$gateway->value])
                || true === $seat->interface->address?->address->equals($gateway)
            ) {
                continue;
            }
            $right = $seat->subnet?->gateway;
            if (null !== $right && $right->equals($gateway)) {
                continue;
            }
            yield new Finding(
                $this->about(),
                Severity::Wrong,
                \sprintf('%s has gateway %s, which is no router in %s', $seat->device->name, $gateway, $seat->segment->name),
                'What it sends to other subnets goes nowhere; everything in its own segment works, so the bench test passes.',
                [$seat->device->id],
                null === $right
                    ? 'Give it the router\'s address in its segment.'
                    : \sprintf('Set its gateway to %s.', $right),
                null === $right
                    ? null
                    : $seat->set(
                        $plan->job,
                        ['gateway' => (string) $right],
                        \sprintf('Set gateway %s on %s', $right, $seat->device->name),
                    ),
                $seat->segment->id,
                (string) $gateway,
            );
        }
    }
}
