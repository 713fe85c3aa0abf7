<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Group;

use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Reach\Cause\Cause;
use Vorhut\Core\Reach\Cause\PathDirection;
use Vorhut\Core\Reach\Node\Node;
use Vorhut\Core\Reach\Node\NodePort;
use Vorhut\Core\Reach\Walk\Exchange;
use Vorhut\Core\Reach\Walk\Filter;
use Vorhut\Core\Reach\Walk\Packet;
use Vorhut\Core\Reach\Walk\Sentences;
use Vorhut\Core\Reach\Walk\Trace;

/**
 * Who receives a datagram to a group (RFC 1112): those who joined it on a port of the segment, and of the segments that routers
 * pass the group on to.
 *
 * Groups of 224.0.0.0/24 never leave the segment and are never held back by snooping (RFC 4541, section 2.1.2). Snooping without a
 * querier delivers until memberships age out.
 */
final readonly class Multicast
{
    /** 224.0.0.1 */
    private const ALL_HOSTS = 0xE0000001;

    private Broadcast $shout;
    private Sentences $say;

    public function __construct(private Exchange $exchange)
    {
        $this->shout = new Broadcast($exchange);
        $this->say = new Sentences($exchange->network);
    }

    /**
     * @param int $ttl 1 to 255; a router passes on only what has more than 1
     * @param NodePort|null $by the sender is bound to this port
     * @param bool $every discovery: who joined its group also listens on its port
     */
    public function send(Node $sender, Ipv4Address $group, int $port, int $ttl, ?NodePort $by = null, bool $every = false): MulticastResult
    {
        $by ??= Broadcast::outOf($sender, $group->value);
        $source = $by?->primary()?->address;
        if (null === $by?->segment || null === $source) {
            return new MulticastResult(null, [], []);
        }
        $heard = [];
        $stops = $via = [];
        $reached = [$by->segment => true];
        $queue = [[$by->segment, $ttl]];
        while (null !== ($next = array_shift($queue))) {
            [$segment, $left] = $next;
            foreach ($this->exchange->network->membersOf($segment) as [$node, $at]) {
                if (
                    $node !== $sender
                    && !isset($heard[$node->id])
                    && [] !== $at->addresses
                    && self::listens(node: $node, at: $at, group: $group, port: $port, every: $every)
                    && !$node->table->owns($source->value)
                    && $node->takesFrom($source->value, $segment)
                ) {
                    $heard[$node->id] = $this->shout->heard(
                        sender: $sender,
                        node: $node,
                        source: $source,
                        port: $port,
                        expires: $this->fades($segment, $group),
                    );
                }
                if (!$node->forwards || $group->isLinkLocalMulticast()) {
                    continue;
                }
                foreach ($node->ports as $out) {
                    if (null === $out->segment || isset($reached[$out->segment]) || $out === $at) {
                        continue;
                    }
                    $stop = $this->stop($node, $at, $out, new Packet(
                        source: $source->value,
                        destination: $group->value,
                        protocol: Protocol::Udp,
                        sourcePort: $port,
                        port: $port,
                        ttl: $left,
                    ));
                    if (null === $stop) {
                        $reached[$out->segment] = true;
                        $via[$out->segment] = [$node, $segment];
                        $queue[] = [$out->segment, $left - 1];
                    } else {
                        $stops[$out->segment] ??= $stop;
                    }
                }
            }
        }

        return new MulticastResult($by->segment, $heard, array_diff_key($stops, $reached), $via);
    }

    /** The steps by which a group reaches a receiver, or where it stops on the way there. */
    public function explain(Node $sender, Ipv4Address $group, MulticastResult $result, Node $receiver, ?Cause $cause, Trace $trace): void
    {
        $target = null;
        foreach ($receiver->ports as $port) {
            $target ??=
                null !== $port->segment && ($port->segment === $result->from || isset($result->via[$port->segment]))
                    ? $port->segment
                    : null;
        }
        $path = [];
        for ($segment = $target; null !== $segment && isset($result->via[$segment]); $segment = $result->via[$segment][1]) {
            array_unshift($path, [$result->via[$segment][0], $segment]);
        }
        $trace->add(
            leg: PathDirection::Request,
            at: $sender,
            text: $this->say->sendsToGroup($sender, $group, $result->from),
            rule: 'group',
            values: ['group' => (string) $group],
            into: $result->from,
        );
        foreach ($path as [$router, $into]) {
            $trace->add(
                leg: PathDirection::Request,
                at: $router,
                text: $this->say->passesGroup($router, $group, $into),
                rule: 'group',
                values: ['group' => (string) $group],
                into: $into,
            );
        }
        if (isset($result->heard[$receiver->id])) {
            $trace->add(
                leg: PathDirection::Request,
                at: $receiver,
                text: $this->say->hearsGroup($receiver, $group),
                rule: 'joined',
                values: ['group' => (string) $group],
            );
        }
        if (null !== $cause) {
            $trace->stop($cause);
        }
    }

    /** Who joined; to 224.0.0.1 every host belongs by itself (RFC 1112, section 4), so there a program must name the port. */
    private static function listens(Node $node, NodePort $at, Ipv4Address $group, int $port, bool $every): bool
    {
        return isset($at->joins[$group->value])
            ? $every || $node->listensToGroup($port)
            : self::ALL_HOSTS === $group->value && $node->listensOn(Protocol::Udp, $port);
    }

    /** Snooping without a querier forgets who joined. */
    public function fades(string $segment, Ipv4Address $group): bool
    {
        $at = $this->exchange->network->segment($segment);

        return !$group->isLinkLocalMulticast() && null !== $at && $at->snooping && !$at->querier;
    }

    /** Why a router does not pass the group on from one port to another. */
    private function stop(Node $router, NodePort $in, NodePort $out, Packet $packet): ?Cause
    {
        if (!$in->multicast || !$out->multicast) {
            return $this->say->multicastNotRouted($router, $packet, $in, $out);
        }
        if (!$router->takesFrom($packet->source, (string) $in->segment)) {
            return $this->say->anotherWayBack($router, $packet, PathDirection::Request, (string) $in->segment);
        }
        if ($packet->ttl <= 1) {
            return $this->say->ttlSpent($router, $packet, $out);
        }

        return (new Filter($this->say))->stops($router, $packet, PathDirection::Request);
    }
}
