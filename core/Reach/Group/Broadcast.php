<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Group;

use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Reach\Node\Node;
use Vorhut\Core\Reach\Node\NodePort;
use Vorhut\Core\Reach\Walk\Exchange;
use Vorhut\Core\Reach\Walk\Outcome;

/** Datagrams to everybody in a segment (RFC 919, RFC 922), each receiver judged by its own mask and its way back. */
final readonly class Broadcast
{
    public function __construct(private Exchange $exchange) {}

    /**
     * Limited broadcast is heard by everybody in the segment, whatever its subnet. Directed broadcast is heard by those whose own
     * mask makes it one, and only if the sender stands in that segment: routers do not pass it on (RFC 2644).
     *
     * @param NodePort|null $by the sender is bound to this port
     *
     * @return list<Reception>
     */
    public function broadcast(Node $sender, Ipv4Address $to, int $port, ?NodePort $by = null): array
    {
        $limited = $to->isLimitedBroadcast();
        $by = $limited ? ($by ?? self::outOf($sender, $to->value)) : $sender->table->broadcastPort($to->value);
        if (null === $by?->segment || null === $by->primary()) {
            return $limited ? [] : $this->unicast($sender, $to, $port);
        }
        $source = ($limited ? null : $sender->table->broadcastSource($to->value)) ?? $by->primary()->address;
        $heard = [];
        foreach ($this->exchange->network->membersOf($by->segment) as [$node, $at]) {
            if (
                $node === $sender
                || [] === $at->addresses
                || isset($heard[$node->id])
                || $node->table->owns($source->value)
                || !$node->takesFrom($source->value, $by->segment)
                || !$node->listensOn(Protocol::Udp, $port)
            ) {
                continue;
            }
            if ($limited || null !== $node->table->broadcastOf($to->value) || $node->table->owns($to->value)) {
                $heard[$node->id] = $this->heard($sender, $node, $source, $port);
            }
        }

        return array_values($heard);
    }

    public function heard(Node $sender, Node $node, Ipv4Address $source, int $port, bool $expires = false): Reception
    {
        $answer = $this->exchange->send($node, $source, new Service(Protocol::Udp, $port, $port));
        $arrives = $answer->delivered && $answer->by === [$sender->id];

        return new Reception($node, $arrives, $arrives ? null : $answer->cause, $expires);
    }

    /** The port by which a datagram to everybody leaves: where the route leads, else the first that is connected. */
    public static function outOf(Node $sender, int $to): ?NodePort
    {
        $routed = $sender->table->find($to)?->port;
        if (null !== $routed?->segment) {
            return $routed;
        }
        foreach ($sender->ports as $port) {
            if (null !== $port->segment && [] !== $port->addresses) {
                return $port;
            }
        }

        return null;
    }

    /**
     * What the sender does not know for a broadcast goes like any other datagram.
     *
     * @return list<Reception>
     */
    private function unicast(Node $sender, Ipv4Address $to, int $port): array
    {
        $verdict = $this->exchange->ask($sender, $to, new Service(Protocol::Udp, $port, $port));
        $owner = $this->exchange->network->node($verdict->by[0] ?? '');

        return null === $owner
            || $owner === $sender
            || Outcome::Refused === $verdict->outcome
            || !$owner->listensOn(Protocol::Udp, $port)
            ? []
            : [new Reception($owner, $verdict->replied, $verdict->cause)];
    }
}
