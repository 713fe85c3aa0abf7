<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Network;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\AddressMode;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Expectation;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\PartyKind;
use Vorhut\Core\Job\PartyRef;

/** A unit that takes part in something across subnets needs a gateway, or a route. */
final class GatewayMissing implements Rule
{
    public function about(): About
    {
        return new About('gateway-missing', 50, short: 'no gateway');
    }

    public function check(Plan $plan): iterable
    {
        $crossing = self::crossing($plan->job);
        foreach ($plan->seats() as $seat) {
            if (
                null === $seat->interface->address
                || null !== $seat->interface->gateway
                || AddressMode::Static !== $seat->interface->mode
            ) {
                continue;
            }
            if (!isset($crossing[$seat->device->id]) || self::hasGateway($seat->device)) {
                continue;
            }
            $gateway = $seat->subnet?->gateway;
            yield new Finding(
                $this->about(),
                Severity::Wrong,
                \sprintf('%s has no gateway', $seat->device->name),
                \sprintf('"%s" takes it across subnets: it can be reached, but not answer.', $crossing[$seat->device->id]),
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
                (string) $seat->interface->address->address,
            );
        }
    }

    private static function hasGateway(Device $device): bool
    {
        foreach ($device->interfaces as $interface) {
            if (null !== $interface->gateway) {
                return true;
            }
        }

        return [] !== $device->routes;
    }

    /** @return array<string, string> name of an intent that leads out of the segment, by device */
    private static function crossing(Job $job): array
    {
        $homes = [];
        $index = [];
        foreach ($job->devices as $device) {
            $id = $device->id;
            foreach ($device->interfaces as $interface) {
                $homes[$id][(string) $interface->segment] = true;
                $index['segment:'.$interface->segment][$id] = true;
            }
            $index['profile:'.$device->profile][$id] = true;
            foreach ($job->placesOf($device->location) as $place) {
                $index['location:'.$place->id][$id] = true;
            }
        }
        $crossing = [];
        foreach ($job->intents as $intent) {
            if (Expectation::MustNot === $intent->expect) {
                continue;
            }
            $sides = [];
            foreach ([$intent->from, $intent->to] as $side => $refs) {
                $sides[$side] = [];
                foreach ($refs as $ref) {
                    $sides[$side] += self::members($job, $ref, $index);
                }
            }
            foreach ([[0, 1], [1, 0]] as [$mine, $theirs]) {
                $segments = [];
                foreach (array_keys($sides[$theirs]) as $id) {
                    $segments += $homes[$id] ?? ['' => true];
                }
                foreach (array_keys($sides[$mine]) as $id) {
                    if ([] !== array_diff_key($segments, $homes[$id] ?? [])) {
                        $crossing[$id] ??= $intent->name;
                    }
                }
            }
        }

        return $crossing;
    }

    /**
     * @param array<string, array<string, true>> $index
     *
     * @return array<string, true>
     */
    private static function members(Job $job, PartyRef $ref, array $index): array
    {
        return match ($ref->kind) {
            PartyKind::Device => [$ref->id => true],
            PartyKind::Extension => isset($job->extensions[$ref->id]->device) ? [$job->extensions[$ref->id]->device => true] : [],
            PartyKind::Address => ['address '.$ref->id => true],
            default => $index[(string) $ref] ?? [],
        };
    }
}
