<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Walk;

use Vorhut\Core\Job\Router;
use Vorhut\Core\Job\RouterInterface;
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Reach\Cause\Cause;
use Vorhut\Core\Reach\Cause\CauseRule;

/**
 * Whether a router that relays DHCP gets an answer (RFC 1542, section 4): it sends to the server, and the server answers to the
 * address that the router has in the segment it asks for.
 */
final class DhcpRelay
{
    private const PORT = 67;

    /** Null where leases come through. */
    public static function stop(Exchange $exchange, Router $router, RouterInterface $interface): ?Cause
    {
        $own = $interface->address?->address;
        $node = $exchange->network->node($router->id);
        if (null === $own || null === $interface->relay || null === $node) {
            return CauseRule::AddressMissing->at($router->id, words: ['who' => $router->name]);
        }
        $service = new Service(Protocol::Udp, self::PORT, self::PORT);
        $asked = $exchange->send($node, $interface->relay, $service);
        $server = $exchange->network->node($asked->by[0] ?? '');
        if (null === $server || !$asked->isOk()) {
            return $asked->cause;
        }
        $answer = $exchange->send($server, $own, $service);

        return $answer->by === [$router->id] ? null : $answer->cause;
    }
}
