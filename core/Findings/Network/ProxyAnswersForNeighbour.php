<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Network;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Reach\Node\Node;
use Vorhut\Core\Reach\Node\NodePort;

/** A router with proxy ARP (RFC 1027) must not answer for a device of the same segment, which answers itself. */
#[About('proxy-arp-for-neighbour', 'proxy ARP for neighbours', Section::Networks)]
final class ProxyAnswersForNeighbour extends Rule
{
    private const NAMED = 3;

    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->routers as $router) {
            $node = $plan->network()->node($router->id);
            foreach ($node->ports ?? [] as $port) {
                $taken = null === $node || null === $port->segment || !$port->proxyArp ? [] : self::taken($plan, $node, $port);
                if ([] !== $taken) {
                    yield $this->finding($plan, $node, $port->segment, $taken);
                }
            }
        }
    }

    /** @param non-empty-array<int, Node> $taken by address */
    private function finding(Plan $plan, Node $router, string $segment, array $taken): Finding
    {
        $units = array_values(array_unique(array_map(static fn (Node $n): string => $n->id, $taken)));
        $names = array_map($plan->job->nameOf(...), \array_slice($units, 0, self::NAMED));
        $more = \count($units) - \count($names);

        return $this->found(
            severity: Severity::Error,
            title: \sprintf(
                '%s answers ARP requests in %s for %s%s, which are in that segment',
                $router->name,
                $plan->network()->segmentName($segment),
                implode(', ', $names),
                $more > 0 ? \sprintf(' and %d more', $more) : '',
            ),
            why: 'Router and device both reply, and the first reply wins.',
            devices: [$router->id, ...$units],
            advice: 'Correct the route or prefix of the router, or disable proxy ARP (RFC 1027) on its interface there.',
            change: null,
            segment: $segment,
            value: implode(' ', array_map(static fn (int $a): string => (string) Ipv4Address::fromInt($a), array_keys($taken))),
        );
    }

    /** @return array<int, Node> owners in the segment by address */
    private static function taken(Plan $plan, Node $router, NodePort $port): array
    {
        $taken = [];
        foreach ($plan->network()->membersOf((string) $port->segment) as [$node]) {
            foreach ($node === $router ? [] : $node->ports as $own) {
                foreach ($own->addresses as $address) {
                    $value = $address->address->value;
                    if ($node->table->owns($value) && !$router->table->owns($value) && $router->passesOn($value, $port)) {
                        $taken[$value] = $node;
                    }
                }
            }
        }

        return $taken;
    }
}
