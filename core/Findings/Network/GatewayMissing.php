<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Network;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Seat;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Reach\Cause\CauseRule;
use Vorhut\Core\Reach\Cause\Leg;

/** A unit that takes part in something across subnets needs a gateway, or a route: where the engine misses it, and only there. */
final class GatewayMissing implements Rule
{
    public function about(): About
    {
        return new About('gateway-missing', 50, short: 'no gateway');
    }

    public function check(Plan $plan): iterable
    {
        $stranded = self::stranded($plan);
        foreach ($plan->seats() as $seat) {
            [$intent, $leg] = $stranded[$seat->device->id] ?? [null, null];
            if (null === $intent || null === $seat->interface->address || self::hasGateway($seat->device)) {
                continue;
            }
            unset($stranded[$seat->device->id]);
            yield $this->finding($plan, $seat, $intent, Leg::Reply === $leg);
        }
    }

    private function finding(Plan $plan, Seat $seat, Intent $intent, bool $answers): Finding
    {
        $gateway = $seat->subnet?->gateway;

        return new Finding(
            $this->about(),
            Severity::Wrong,
            \sprintf('%s has no gateway', $seat->device->name),
            \sprintf(
                '"%s" takes it across subnets: %s.',
                $intent->name,
                $answers ? 'it can be reached, but not answer' : 'it has nowhere to send to',
            ),
            [$seat->device->id],
            null === $gateway
                ? 'Give it the router\'s address in its segment.'
                : \sprintf('Set its gateway to %s.', $gateway),
            null === $gateway
                ? null
                : $seat->set(
                    $plan->job,
                    ['gateway' => (string) $gateway],
                    \sprintf('Set gateway %s on %s', $gateway, $seat->device->name),
                ),
            $seat->segment?->id,
            (string) $seat->interface->address?->address,
        );
    }

    private static function hasGateway(Device $device): bool
    {
        foreach ($device->interfaces as $interface) {
            if (null !== $interface->gateway) {
                return true;
            }
        }

        return false;
    }

    /** @return array<string, array{Intent, Leg}> the first intent it fails in, and whether it asks or answers, by device */
    private static function stranded(Plan $plan): array
    {
        $without = $systems = [];
        foreach ($plan->job->devices as $device) {
            if (!self::hasGateway($device)) {
                $without[$device->id] = true;
            }
        }
        foreach ($plan->job->extensions as $extension) {
            $systems += isset($without[$extension->server ?? '']) ? [$extension->server => true] : [];
        }
        $stranded = [];
        foreach ([] === $without ? [] : $plan->failuresWith($without, [] !== $systems) as [$intent, $pair]) {
            foreach ($pair->leaves as $leaf) {
                if (\in_array($leaf->cause?->rule, [CauseRule::GatewayMissing, CauseRule::GatewayIsItself], true)) {
                    $stranded[$leaf->cause->at] ??= [$intent, $leaf->cause->leg];
                }
            }
        }

        return $stranded;
    }
}
