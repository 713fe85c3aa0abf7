<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Network;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Route;
use Vorhut\Core\Job\Router;
use Vorhut\Core\Net\Ipv4Prefix;
use Vorhut\Core\Reach\Node\NodeBuilder;
use Vorhut\Core\Reach\Node\RouteFinder;
use Vorhut\Core\Reach\Node\RoutingTable;

/** A router whose subnets are reached by others, but that has no return route to theirs. */
#[About('return-route-missing', 'no return route', Section::Networks)]
final class ReturnRouteMissing extends Rule
{
    public function check(Plan $plan): iterable
    {
        if (\count($plan->job->routers) < 2) {
            return;
        }
        $tables = $owners = $missing = $looked = [];
        foreach ($plan->job->routers as $router) {
            $tables[$router->id] = NodeBuilder::router($router)->table;
            foreach ($router->interfaces as $interface) {
                foreach ($interface->addresses() as $address) {
                    $owners[$address->address->value] ??= $router;
                }
            }
        }
        foreach ($plan->job->routers as $router) {
            foreach ($router->routes as $route) {
                $other = $owners[$route->via->value] ?? $router;
                if ($other === $router || self::hides($route, $tables[$router->id]) || isset($looked[$router->id][$other->id])) {
                    continue;
                }
                $looked[$router->id][$other->id] = true;
                foreach ($router->interfaces as $interface) {
                    if (
                        null !== $interface->address
                        && !$interface->masquerade
                        && null === $tables[$other->id]->find($interface->address->address->value)
                    ) {
                        $missing[$other->id][self::extent($tables[$other->id], $interface->address->prefix)] = $interface->address->prefix;
                    }
                }
            }
        }
        foreach ($missing as $id => $prefixes) {
            yield $this->finding($plan->job, $plan->job->routers[$id], $prefixes);
        }
    }

    /** @param non-empty-array<string, Ipv4Prefix> $prefixes */
    private function finding(Job $job, Router $router, array $prefixes): Finding
    {
        $routes = [];
        foreach ($prefixes as $prefix) {
            $via = (new RouteFinder($job))->nextHop($router, $prefix);
            if (null !== $via) {
                $routes[] = ['to' => (string) $prefix, 'via' => (string) $via];
            }
        }
        $names = implode(' and ', \array_slice(array_keys($prefixes), 0, 2))
            .(\count($prefixes) > 2 ? \sprintf(' and %d more', \count($prefixes) - 2) : '');
        $own = array_values((array) ($job->record(Router::class, $router->id)['routes'] ?? []));

        return $this->found(
            severity: Severity::Error,
            title: \sprintf('%s has no return route to %s', $router->name, $names),
            why: 'Requests from there arrive, but the replies are lost.',
            devices: [$router->id],
            advice: [] === $routes
                ? \sprintf('Add routes to %s on %s.', $names, $router->name)
                : \sprintf(
                    'Add the route %s via %s on %s%s.',
                    $routes[0]['to'],
                    $routes[0]['via'],
                    $router->name,
                    \count($routes) > 1 ? \sprintf(', and %d more', \count($routes) - 1) : '',
                ),
            change: [] === $routes
                ? null
                : new ChangeSet(\sprintf('Added the return route to %s on %s', $names, $router->name), [
                    $job->edit(Router::class, $router->id, ['routes' => [...$own, ...$routes]]),
                ]),
            segment: null,
            value: implode(' ', $prefixes),
        );
    }

    /** A neighbour's mask may be wider than what the router knows of its prefix. */
    private static function extent(RoutingTable $table, Ipv4Prefix $prefix): string
    {
        $known = null !== $table->find($prefix->firstHost()->value) || null !== $table->find($prefix->lastHost()->value);

        return ($known ? 'part of ' : '').$prefix;
    }

    /** Behind a router that translates the source (NAT) no return route is needed. */
    private static function hides(Route $route, RoutingTable $table): bool
    {
        return true === $table->find($route->via->value)?->port->masquerade;
    }
}
