<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Network;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Seat;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Reach\Cause\CauseRule;
use Vorhut\Core\Reach\Node\Network;
use Vorhut\Core\Reach\Node\Node;

/** The gateway a unit is given should be a router in its segment. */
#[About('gateway-elsewhere', 'gateway is not a router')]
final class GatewayElsewhere extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->seats() as $seat) {
            $gateway = $seat->interface->gateway;
            $node = $plan->network()->node($seat->device->id);
            $wrong = null === $gateway || null === $node ? null : self::wrong($plan->network(), $node, $seat, $gateway);
            if (null === $wrong || null === $seat->segment) {
                continue;
            }
            $right = $seat->subnet?->gateway;
            if (null !== $right && $right->equals($gateway)) {
                continue;
            }
            yield $this->found(
                severity: Severity::Error,
                title: \sprintf('%s has the gateway %s, which %s', $seat->device->name, $gateway, $wrong),
                why: 'Traffic to other subnets is lost; traffic inside the segment works, so a bench test passes.',
                devices: [$seat->device->id],
                advice: null === $right
                    ? \sprintf('Set the gateway of %s to the address of the router in its segment.', $seat->device->name)
                    : \sprintf('Set the gateway of %s to %s.', $seat->device->name, $right),
                change: $seat->setGateway($plan->job),
                segment: $seat->segment->id,
                value: (string) $gateway,
            );
        }
    }

    /** What is wrong with the gateway, if it is the one that counts. An own address leads nowhere on purpose. */
    private static function wrong(Network $network, Node $node, Seat $seat, Ipv4Address $gateway): ?string
    {
        $decided = $node->table->decide(0);
        $used = \is_bool($decided) ? null : $decided;
        $refused = null === $used ? $node->table->refusedGateway() : null;
        if (null !== $refused && null !== $seat->interface->address) {
            return match (true) {
                !$refused['gateway']->equals($gateway) => null,
                CauseRule::GatewayIsBroadcast === $refused['why'] => 'is the broadcast address of '.$seat->interface->address->prefix,
                default => 'is outside its subnet '.$seat->interface->address->prefix,
            };
        }
        $isUsed = null === $used || true === $used->via?->equals($gateway);
        $segment = $used->port->segment ?? $seat->segment?->id;
        if (!$isUsed || null === $segment) {
            return null;
        }
        foreach ($network->answerers($segment, $gateway->value, $node) as $answerer) {
            if ($answerer->forwards) {
                return null;
            }
        }

        return 'is not a router in '.$network->segmentName($segment);
    }
}
