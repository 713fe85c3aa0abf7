<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach;

use Vorhut\Core\Addressing\Ipv4Address;
use Vorhut\Core\Job\Protocol;
use Vorhut\Core\Job\Service;

/** Datagrams to everybody who cares in a segment: limited broadcast (RFC 919) and link-local multicast (RFC 1112). */
final readonly class Shout
{
    public const MDNS_GROUP = 0xE00000FB;

    public function __construct(private Exchange $exchange)
    {
    }

    /** @return list<Heard> limited broadcast: everybody in the segment that listens, whatever its subnet */
    public function broadcast(Node $sender, int $port, ?Port $by = null): array
    {
        return $this->receivers($sender, $port, $by, null);
    }

    /** @return list<Heard> a group of 224.0.0.0/24: everybody in the segment that joined and listens, snooped or not */
    public function linkLocalMulticast(Node $sender, Ipv4Address $group, int $port, ?Port $by = null): array
    {
        return $this->receivers($sender, $port, $by, $group->value);
    }

    /** @return list<Heard> */
    private function receivers(Node $sender, int $port, ?Port $by, ?int $group): array
    {
        $by ??= $this->firstPort($sender);
        if (null === $by?->segment || null === $by->primary()) {
            return [];
        }
        $source = $by->primary()->address;
        $heard = [];
        foreach ($this->exchange->network->membersOf($by->segment) as [$node, $at]) {
            if ($node === $sender || [] === $at->addresses || (null !== $group && !isset($node->joins[$group])) || !$node->listensOn(Protocol::Udp, $port) || isset($heard[$node->id])) {
                continue;
            }
            $answer = $this->exchange->send($node, $source, new Service(Protocol::Udp, $port, $port));
            $arrives = $answer->delivered && $answer->by === [$sender->id];
            $heard[$node->id] = new Heard($node, $arrives, $arrives ? null : $answer->cause);
        }

        return array_values($heard);
    }

    private function firstPort(Node $sender): ?Port
    {
        foreach ($sender->ports as $port) {
            if (null !== $port->segment && [] !== $port->addresses) {
                return $port;
            }
        }

        return null;
    }
}
