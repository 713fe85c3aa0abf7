<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Node;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Router;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Ipv4Prefix;

/** The neighbour through which a router comes nearest to a prefix, over the segments that routers share. */
final readonly class RouteFinder
{
    public function __construct(private Job $job) {}

    /** Null where the router has the prefix itself, or nobody leads there. */
    public function nextHop(Router $router, Ipv4Prefix $to): ?Ipv4Address
    {
        if (self::has($router, $to)) {
            return null;
        }
        $seen = [$router->id => true];
        $queue = [];
        foreach ($this->neighbours($router) as [$neighbour, $address]) {
            $queue[] = [$neighbour, $address];
        }
        while (null !== ($next = array_shift($queue))) {
            [$current, $first] = $next;
            if (isset($seen[$current->id])) {
                continue;
            }
            $seen[$current->id] = true;
            if (self::has($current, $to)) {
                return $first;
            }
            foreach ($this->neighbours($current) as [$neighbour]) {
                $queue[] = [$neighbour, $first];
            }
        }

        return null;
    }

    private static function has(Router $router, Ipv4Prefix $to): bool
    {
        foreach ($router->interfaces as $interface) {
            if (true === $interface->address?->prefix->overlaps($to)) {
                return true;
            }
        }

        return false;
    }

    /** @return list<array{Router, Ipv4Address}> */
    private function neighbours(Router $router): array
    {
        $neighbours = [];
        foreach ($router->interfaces as $own) {
            foreach ($this->job->routers as $other) {
                foreach ($other->interfaces as $interface) {
                    if (
                        $other !== $router
                        && $interface->segment === $own->segment
                        && null !== $interface->address
                        && true === $own->address?->prefix->contains($interface->address->address)
                    ) {
                        $neighbours[] = [$other, $interface->address->address];
                    }
                }
            }
        }

        return $neighbours;
    }
}
