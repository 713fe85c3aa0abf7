<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Walk;

use Vorhut\Core\Job\AddressMode;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Router;
use Vorhut\Core\Job\RouterInterface;
use Vorhut\Core\Reach\Node\Network;

/** The network of a job, with the leases its units will really get: none where a relay finds no server. */
final class Topology
{
    public static function network(Job $job): Network
    {
        $relayed = self::relayed($job);
        if ([] === $relayed) {
            return new Network($job);
        }
        $exchange = new Exchange(new Network($job, array_map(strval(...), array_keys($relayed))));
        $mute = [];
        foreach ($relayed as $segment => $relays) {
            $served = array_filter($relays, static fn (array $r): bool => null === DhcpRelay::stop($exchange, $r[0], $r[1]));
            if ([] === $served) {
                $mute[] = (string) $segment;
            }
        }

        return new Network($job, $mute);
    }

    /** @return array<string, list<array{Router, RouterInterface}>> relays by segment, where somebody asks */
    private static function relayed(Job $job): array
    {
        $relays = [];
        foreach ($job->routers as $router) {
            foreach ($router->interfaces as $interface) {
                if (null !== $interface->relay) {
                    $relays[$interface->segment][] = [$router, $interface];
                }
            }
        }
        $asking = [];
        foreach ([] === $relays ? [] : $job->devices as $device) {
            foreach ($device->interfaces as $interface) {
                if (AddressMode::Dhcp === $interface->mode || AddressMode::Reserved === $interface->mode) {
                    $asking[(string) $interface->segment] = true;
                }
            }
        }

        return array_intersect_key($relays, $asking);
    }
}
