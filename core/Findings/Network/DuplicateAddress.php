<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Network;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Seat;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Spare;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Reach\Node\Node;

/** An address has one owner in each segment; a host answers for it on every port it has (RFC 1122, section 3.3.4.2). */
#[About('duplicate-address', 'duplicate address', Section::Networks)]
final class DuplicateAddress extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->network()->shared() as $value => $owners) {
            $told = [];
            foreach (self::bySegment($owners) as $segment => $together) {
                $ids = array_map(static fn (Node $n): string => $n->id, $together);
                if (\count($together) > 1 && !\in_array($ids, $told, true)) {
                    $told[] = $ids;
                    yield $this->finding($plan, Ipv4Address::fromInt($value), (string) $segment, $together);
                }
            }
        }
    }

    /** @param non-empty-list<Node> $owners in one segment, routers first */
    private function finding(Plan $plan, Ipv4Address $address, string $segment, array $owners): Finding
    {
        $names = array_map(static fn (Node $n): string => $n->name, $owners);
        $seats = array_values(array_filter(
            $plan->byAddress()[$address->value] ?? [],
            static fn (Seat $s): bool => \in_array($s->device->id, array_map(static fn (Node $n): string => $n->id, $owners), true),
        ));
        $spare = Spare::nearest(array_map(static fn (Seat $s): array => [$s->device, $s], $seats));
        $free = null === $spare?->subnet ? null : $plan->nextFree($spare->subnet, $address->value);

        return $this->found(
            severity: Severity::Error,
            title: \sprintf(
                '%s devices have the address %s: %s',
                2 === \count($names) ? 'Two' : (string) \count($names),
                $address,
                implode(' and ', $names),
            ),
            why: 'Traffic reaches only one of them, and which one changes with the ARP caches.',
            devices: array_map(static fn (Node $n): string => $n->id, $owners),
            advice: match (true) {
                null === $spare => \sprintf('Decide which of them gives up %s: each is a router, or is as left already.', $address),
                null === $free => \sprintf('Set another address on %s.', $spare->device->name),
                default => \sprintf('Set the address of %s to %s.', $spare->device->name, Ipv4Address::fromInt($free)),
            },
            change: null === $spare?->subnet || null === $free ? null : $spare->moveTo($plan->job, $free, $spare->subnet->prefix->length),
            segment: $segment,
            value: (string) $address,
            short: \sprintf('duplicate address .%d', $address->lastOctet()),
        );
    }

    /**
     * @param list<Node> $owners
     *
     * @return array<array-key, non-empty-list<Node>>
     */
    private static function bySegment(array $owners): array
    {
        $groups = [];
        foreach ($owners as $node) {
            $segments = [];
            foreach ($node->ports as $port) {
                $segments += null === $port->segment ? [] : [$port->segment => true];
            }
            foreach (array_keys($segments) as $segment) {
                $groups[$segment][] = $node;
            }
        }

        return $groups;
    }
}
