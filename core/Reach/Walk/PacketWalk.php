<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Walk;

use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Reach\Cause\Cause;
use Vorhut\Core\Reach\Cause\PathDirection;
use Vorhut\Core\Reach\Node\Network;
use Vorhut\Core\Reach\Node\Node;
use Vorhut\Core\Reach\Node\NodePort;
use Vorhut\Core\Reach\Node\RouteEntry;

/** Moves one packet from node to node, each deciding with its own table, until it arrives or stops. */
final readonly class PacketWalk
{
    private Filter $filter;

    public function __construct(private Network $network, private Sentences $say)
    {
        $this->filter = new Filter($say);
    }

    /**
     * @param Packet $packet its source is the sender's choice already
     * @param NodePort|null $only the sender is bound to this port
     */
    public function run(
        Node $sender,
        Packet $packet,
        PathDirection $leg,
        Session $session,
        ?Trace $trace,
        ?NodePort $only = null,
    ): PacketOutcome {
        $node = $sender;
        $hops = [$sender->id];
        $through = null;
        while (true) {
            $arrived = \count($hops) > 1;
            if ($arrived) {
                if ($node->forwards && ([] !== $node->portForwards || [] !== $session->sources)) {
                    $packet = $this->translateArriving(node: $node, packet: $packet, leg: $leg, session: $session, through: $through);
                }
                $refused = $this->refused(node: $node, packet: $packet, leg: $leg, hops: $hops, trace: $trace, through: $through);
                if (null !== $refused) {
                    return $refused;
                }
            }
            $entry = $arrived || null === $only ? $node->table->decide($packet->destination) : $this->bound($node, $packet, $only);
            if (true === $entry) {
                $trace?->add($leg, $node, $this->say->arrives($node, $packet, $leg), 'own-address');

                return new PacketOutcome($node, $packet, $hops, through: $through);
            }
            $ended = $arrived ? $this->ended(node: $node, packet: $packet, leg: $leg, hops: $hops, trace: $trace, through: $through) : null;
            if (null !== $ended) {
                return $ended;
            }
            if (false === $entry || null === $entry->port->segment) {
                return $this->unrouted(
                    node: $node,
                    packet: $packet,
                    leg: $leg,
                    hops: $hops,
                    trace: $trace,
                    entry: false === $entry ? null : $entry,
                );
            }
            if ($arrived) {
                $remembered = PathDirection::Reply === $leg && $node->stateful && isset($session->seen[$node->id]);
                $blocked = $remembered ? null : $this->filter->stops($node, $packet, $leg);
                if (null !== $trace && !$remembered) {
                    $trace->decided[] = [$node->id, $this->filter->match($node, $packet)];
                }
                if (null !== $blocked) {
                    return $this->stop(packet: $packet, hops: $hops, outcome: Outcome::Filtered, cause: $blocked, trace: $trace);
                }
                $packet = $this->translateLeaving(router: $node, packet: $packet, entry: $entry, leg: $leg, session: $session);
            }
            $next = $entry->via->value ?? $packet->destination;
            $from = $arrived ? $this->asksFrom($node, $packet, $entry) : $packet->source;
            $answerers = $this->network->answerers($entry->port->segment, $next, $node, $from);
            if (1 !== \count($answerers)) {
                $isNobody = [] === $answerers;

                return $this->stop(
                    packet: $packet,
                    hops: $hops,
                    outcome: $isNobody ? Outcome::NoNeighbour : Outcome::Ambiguous,
                    cause: $isNobody
                        ? $this->say->noNeighbour($node, $packet, $leg, $entry)
                        : $this->say->twoOwners($node, $next, $answerers, $leg),
                    trace: $trace,
                );
            }
            $trace?->add(
                leg: $leg,
                at: $node,
                text: $this->say->sends($node, $packet, $entry, !$arrived),
                rule: null === $entry->via ? 'on-link' : 'next-hop',
                values: $this->say->sendValues($entry),
                into: $entry->port->segment,
            );
            $node = $answerers[0];
            $hops[] = $node->id;
            $through = $entry->port->segment;
        }
    }

    /**
     * What a node throws away before it looks where the packet is for.
     *
     * @param list<string> $hops
     */
    private function refused(Node $node, Packet $packet, PathDirection $leg, array $hops, ?Trace $trace, ?string $through): ?PacketOutcome
    {
        if ($node->table->owns($packet->source)) {
            return $this->stop(
                packet: $packet,
                hops: $hops,
                outcome: Outcome::NoRoute,
                cause: $this->say->ownSource($node, $packet, $leg),
                trace: $trace,
            );
        }
        if (null === $through || $node->takesFrom($packet->source, $through)) {
            return null;
        }
        $cause = $this->say->anotherWayBack($node, $packet, $leg, $through);

        return $this->stop(packet: $packet, hops: $hops, outcome: Outcome::Filtered, cause: $cause, trace: $trace);
    }

    /**
     * What is for somebody else and yet goes no further: kept as a broadcast, or dropped.
     *
     * @param list<string> $hops
     */
    private function ended(Node $node, Packet $packet, PathDirection $leg, array $hops, ?Trace $trace, ?string $through): ?PacketOutcome
    {
        if (null !== $node->table->broadcastOf($packet->destination)) {
            $cause = $this->say->keepsBroadcast($node, $packet, $leg);
            $trace?->stop($cause);

            return new PacketOutcome(
                receiver: PathDirection::Request === $leg ? $node : null,
                packet: $packet,
                hops: $hops,
                failure: Outcome::LostReply,
                cause: $cause,
                through: $through,
            );
        }
        if (!$node->forwards) {
            return $this->stop(
                packet: $packet,
                hops: $hops,
                outcome: Outcome::NoRoute,
                cause: $this->say->doesNotForward($node, $packet, $leg),
                trace: $trace,
            );
        }

        return \count($hops) > Packet::TTL
            ? $this->stop(
                packet: $packet,
                hops: $hops,
                outcome: Outcome::NoRoute,
                cause: $this->say->loop($node, $packet, $leg),
                trace: $trace,
            )
            : null;
    }

    /**
     * Nothing says where to send it; an answer of the sender itself may still be heard by all.
     *
     * @param list<string> $hops
     */
    private function unrouted(Node $node, Packet $packet, PathDirection $leg, array $hops, ?Trace $trace, ?RouteEntry $entry): PacketOutcome
    {
        $heard = PathDirection::Reply === $leg && 1 === \count($hops) ? $this->heardAsBroadcast($node, $packet) : null;
        if (null !== $heard) {
            return $this->hears(
                node: $heard,
                packet: $packet,
                hops: $hops,
                trace: $trace,
                through: $node->table->broadcastPort($packet->destination)?->segment,
            );
        }

        return $this->stop(
            packet: $packet,
            hops: $hops,
            outcome: Outcome::NoRoute,
            cause: $this->say->noRoute($node, $packet, $leg, $entry),
            trace: $trace,
        );
    }

    /** A sender bound to a port: what no route by it leads to, its stack looks for on the segment. */
    private function bound(Node $node, Packet $packet, NodePort $only): RouteEntry|bool
    {
        if ($only->has($packet->destination)) {
            return true;
        }

        return null !== $node->table->broadcastOf($packet->destination) && $only->hasBroadcast($packet->destination)
            ? false
            : $node->table->findBy($packet->destination, $only) ?? false;
    }

    /**
     * To an address that the answering stack takes for a broadcast, programs may not answer, but the stack itself does: echo
     * replies and refusals go out as a broadcast, which the asker hears in the same segment.
     */
    private function heardAsBroadcast(Node $node, Packet $packet): ?Node
    {
        $port = Protocol::Icmp === $packet->protocol ? $node->table->broadcastPort($packet->destination) : null;

        return null === $port?->segment ? null : ($this->network->answerers($port->segment, $packet->destination, $node)[0] ?? null);
    }

    /** @param list<string> $hops */
    private function hears(Node $node, Packet $packet, array $hops, ?Trace $trace, ?string $through): PacketOutcome
    {
        $refused = $this->refused(
            node: $node,
            packet: $packet,
            leg: PathDirection::Reply,
            hops: [...$hops, $node->id],
            trace: $trace,
            through: $through,
        );
        if (null === $refused) {
            $trace?->add(PathDirection::Reply, $node, $this->say->arrives($node, $packet, PathDirection::Reply), 'heard-as-broadcast');
        }

        return $refused ?? new PacketOutcome($node, $packet, [...$hops, $node->id], through: $through);
    }

    /** Port forwards for requests; for answers, a masqueraded destination becomes the inside address again. */
    private function translateArriving(Node $node, Packet $packet, PathDirection $leg, Session $session, ?string $through): Packet
    {
        if (PathDirection::Reply === $leg) {
            $source = $session->sources[$node->id] ?? null;

            return null !== $source && $source['outside'] === $packet->destination
                ? $packet->with(destination: $source['inside'])
                : $packet;
        }
        foreach ($node->portForwards as $forward) {
            $inside = null === $packet->port ? null : $forward->inside($packet->port);
            if (
                null !== $inside
                && $forward->interface->value === $packet->destination
                && $forward->protocol === $packet->protocol
                && ($forward->hairpin || self::owns($node, $packet->destination, $through))
            ) {
                $session->destinations[$node->id] = ['address' => $packet->destination, 'port' => $packet->port];

                return $packet->with(destination: $forward->to->value, port: $inside);
            }
        }

        return $packet;
    }

    /** A forward belongs to the port that has its address: what comes in by another one is for the router itself. */
    private static function owns(Node $router, int $address, ?string $through): bool
    {
        foreach ($router->ports as $port) {
            if ($port->segment === $through && $port->has($address)) {
                return true;
            }
        }

        return false;
    }

    /** The address a router asks ARP from: its own beside the next hop. */
    private function asksFrom(Node $router, Packet $packet, RouteEntry $entry): int
    {
        return $router->table->owns($packet->source) ? $packet->source : $entry->source->value;
    }

    /** Masquerading for requests; for answers, a forwarded host takes the router's address and port again. */
    private function translateLeaving(Node $router, Packet $packet, RouteEntry $entry, PathDirection $leg, Session $session): Packet
    {
        if (PathDirection::Reply === $leg) {
            $original = $session->destinations[$router->id] ?? null;
            if (null !== $original) {
                return $packet->with(source: $original['address'], sourcePort: $original['port']);
            }
            // An answer whose question went another way counts as new. What opens or refuses a connection passes as it is, but the data
            // that follow are taken for a flow of their own, and translated like a datagram; the asker resets it.
            if (isset($session->seen[$router->id]) || $packet->isError || Protocol::Icmp === $packet->protocol) {
                return $packet;
            }
        } else {
            $session->seen[$router->id] = true;
        }
        if (!$entry->port->masquerade) {
            return $packet;
        }
        $session->sources[$router->id] = ['inside' => $packet->source, 'outside' => $entry->source->value];

        return $packet->with(source: $entry->source->value);
    }

    /** @param list<string> $hops */
    private function stop(Packet $packet, array $hops, Outcome $outcome, Cause $cause, ?Trace $trace): PacketOutcome
    {
        $trace?->stop($cause);

        return new PacketOutcome(receiver: null, packet: $packet, hops: $hops, failure: $outcome, cause: $cause);
    }
}
