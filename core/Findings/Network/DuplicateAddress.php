<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Network;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Seat;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Findings\Stop;
use Vorhut\Core\Net\Ipv4Address;

/** An address has one owner in its segment; a router's address belongs to the router. */
final class DuplicateAddress implements Rule
{
    public function about(): About
    {
        return new About('duplicate-address', 10, Stop::Networks);
    }

    public function check(Plan $plan): iterable
    {
        $routers = [];
        foreach ($plan->job->routers as $router) {
            foreach ($router->interfaces as $interface) {
                foreach ($interface->addresses() as $address) {
                    $routers[$interface->segment][$address->address->value][] = $router;
                }
            }
        }
        foreach ($plan->byAddress() as $value => $seats) {
            foreach (self::bySegment($seats) as $together) {
                $segment = $together[0]->interface->segment;
                $owners = $routers[$segment][$value] ?? [];
                if (\count($together) + \count($owners) < 2) {
                    continue;
                }
                $address = Ipv4Address::fromInt($value);
                $names = [
                    ...array_map(static fn (object $r): string => $r->name, $owners),
                    ...array_map(static fn (Seat $s): string => $s->device->name, $together),
                ];
                $spare = $together[\count($together) - 1];
                $free = null === $spare->subnet ? null : $plan->nextFree($spare->subnet, $value);
                yield new Finding(
                    $this->about(),
                    Severity::Wrong,
                    \sprintf(
                        '%s units on %s: %s',
                        2 === \count($names) ? 'Two' : (string) \count($names),
                        $address,
                        implode(' and ', $names),
                    ),
                    'Whichever answers first is heard. It works in the morning and not after lunch.',
                    [
                        ...array_map(static fn (object $r): string => $r->id, $owners),
                        ...array_map(static fn (Seat $s): string => $s->device->id, $together),
                    ],
                    null === $free
                        ? \sprintf('Give %s another address.', $spare->device->name)
                        : \sprintf('Give %s %s, the next free one.', $spare->device->name, Ipv4Address::fromInt($free)),
                    null === $free ? null : $spare->moveTo($plan->job, $free, $spare->subnet->prefix->length),
                    $segment,
                    (string) $address,
                    \sprintf('two units on .%d', $address->lastOctet()),
                );
            }
        }
    }

    /**
     * @param list<Seat> $seats
     *
     * @return array<string, non-empty-list<Seat>>
     */
    private static function bySegment(array $seats): array
    {
        $groups = [];
        foreach ($seats as $seat) {
            $groups[(string) $seat->interface->segment][] = $seat;
        }

        return $groups;
    }
}
