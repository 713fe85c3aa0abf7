<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Network;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Seat;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Intent\PairPrediction;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Expectation;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Reach\Cause\CauseRule;
use Vorhut\Core\Reach\Cause\PathDirection;

/** A unit that takes part in something across subnets needs a gateway, or a route: where the engine misses it, and only there. */
#[About('gateway-missing', 'no gateway')]
final class GatewayMissing extends Rule
{
    public function check(Plan $plan): iterable
    {
        $stranded = self::stranded($plan);
        foreach ($plan->seats() as $seat) {
            [$intent, $leg] = $stranded[$seat->device->id] ?? [null, null];
            if (null === $intent || null === $seat->interface->address || self::hasGateway($seat->device)) {
                continue;
            }
            unset($stranded[$seat->device->id]);
            yield $this->finding($plan, $seat, $intent, PathDirection::Reply === $leg);
        }
    }

    private function finding(Plan $plan, Seat $seat, Intent $intent, bool $answers): Finding
    {
        $gateway = $seat->subnet?->gateway;

        return $this->found(
            severity: Severity::Error,
            title: \sprintf('%s has no gateway', $seat->device->name),
            why: \sprintf(
                'The intent "%s" crosses subnets: %s.',
                $intent->name,
                $answers ? 'it can be reached, but cannot reply' : 'it cannot send',
            ),
            devices: [$seat->device->id],
            advice: null === $gateway
                ? \sprintf('Set the gateway of %s to the address of the router in its segment.', $seat->device->name)
                : \sprintf('Set the gateway of %s to %s.', $seat->device->name, $gateway),
            change: $seat->setGateway($plan->job),
            segment: $seat->segment?->id,
            value: (string) $seat->interface->address?->address,
        );
    }

    private static function hasGateway(Device $device): bool
    {
        return array_any($device->interfaces, static fn ($interface): bool => null !== $interface->gateway);
    }

    /** @return array<string, array{Intent, PathDirection}> the first intent it fails in, and whether it asks or answers, by device */
    private static function stranded(Plan $plan): array
    {
        $open = $systems = $stranded = [];
        foreach ($plan->job->devices as $device) {
            if (!self::hasGateway($device)) {
                $open[$device->id] = true;
            }
        }
        foreach ($plan->job->extensions as $extension) {
            $systems += isset($open[$extension->server ?? '']) ? [$extension->server => true] : [];
        }
        foreach ($plan->job->intents as $intent) {
            foreach (self::failuresWith($plan, $intent, $open, $systems) as $pair) {
                foreach ($pair->leaves as $leaf) {
                    if (\in_array($leaf->cause?->rule, [CauseRule::GatewayMissing, CauseRule::GatewayIsItself], true)) {
                        $stranded[$leaf->cause->at] ??= [$intent, $leaf->cause->leg];
                        unset($open[$leaf->cause->at]);
                    }
                }
            }
        }

        return $stranded;
    }

    /**
     * What must be and fails with one of these units in it: for each of them, with one counterpart of every kind. Where others
     * rest on one of them, as on a phone system, also one pair of every other kind.
     *
     * @param array<string, true> $open units not known to be stranded; may shrink meanwhile
     * @param array<string, true> $systems
     *
     * @return iterable<PairPrediction>
     */
    private static function failuresWith(Plan $plan, Intent $intent, array &$open, array $systems): iterable
    {
        if (Expectation::Must !== $intent->expect || [] === $open) {
            return;
        }
        $groups = $plan->prover()->groupsWith($intent, static function (array $alike) use (&$open, $systems): bool {
            foreach ($alike as $id) {
                if (isset($open[$id])) {
                    return true;
                }
            }

            return [] !== array_intersect_key($systems, $open);
        });
        foreach ($groups as $group) {
            $pairs = $group->span->fails() ? $group->witnessesWith($open, [] !== array_intersect_key($systems, $open)) : [];
            foreach ($pairs as $pair) {
                yield $plan->prover()->pair($intent, $pair);
            }
        }
    }
}
