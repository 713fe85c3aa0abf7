<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Node;

use Vorhut\Core\Job\FilterAction;
use Vorhut\Core\Job\FilterRule;
use Vorhut\Core\Job\PortForward;
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Net\Service;

/** A host or a router: the same kind of thing, but that a router passes on what is not its own. */
final readonly class Node
{
    /**
     * @param list<NodePort> $ports
     * @param list<Service> $listens
     * @param list<FilterRule> $rules
     * @param list<PortForward> $portForwards
     */
    public function __construct(
        public string $id,
        public string $name,
        public array $ports,
        public RoutingTable $table,
        public array $listens,
        public bool $forwards = false,
        public array $rules = [],
        public FilterAction $defaultAction = FilterAction::Permit,
        public bool $stateful = true,
        public array $portForwards = [],
        /** Not in the plan: what it really is and does is not known. */
        public bool $isExternal = false,
    ) {}

    /** ICMP echo is answered by every stack; TCP and UDP only where somebody listens. */
    public function listensOn(Protocol $protocol, ?int $port): bool
    {
        if (Protocol::Icmp === $protocol) {
            return true;
        }
        foreach ($this->listens as $service) {
            if ($service->covers($protocol, $port)) {
                return true;
            }
        }

        return false;
    }

    /** Whether a datagram to a group it joined finds a program: one that joins and names no port listens where the group is sent. */
    public function listensToGroup(int $port): bool
    {
        $udp = array_filter($this->listens, static fn (Service $s): bool => Protocol::Udp === $s->protocol);

        return [] === $udp || $this->listensOn(Protocol::Udp, $port);
    }

    public function port(string $name): ?NodePort
    {
        foreach ($this->ports as $port) {
            if ($port->name === $name) {
                return $port;
            }
        }

        return null;
    }

    public function firstAddress(): ?int
    {
        foreach ($this->ports as $port) {
            if ([] !== $port->addresses) {
                return $port->addresses[0]->address->value;
            }
        }

        return null;
    }

    /** Whether a packet from there is taken where it comes in: not if the port is strict and the answer would go by another one. */
    public function takesFrom(int $source, string $segment): bool
    {
        $back = null;
        foreach ($this->ports as $port) {
            if ($port->segment === $segment) {
                if (!$port->reversePath || ($back ??= $this->wayBack($source)) === $segment) {
                    return true;
                }
            }
        }

        return !$this->hasPortIn($segment);
    }

    /** The segment into which an answer would go; null: none, or the source is none that can be answered. */
    private function wayBack(int $source): ?string
    {
        return null === $this->table->broadcastOf($source) ? $this->table->find($source)?->port->segment : null;
    }

    /** Whether a router would pass on what comes in by a port for an address that is not its own, by another port. */
    public function passesOn(int $address, NodePort $in): bool
    {
        $entry = $this->forwards ? $this->table->decide($address) : true;

        return !\is_bool($entry) && $entry->port !== $in;
    }

    /** Whether it passes groups on at all. */
    public function routesGroups(): bool
    {
        return \count(array_filter($this->ports, static fn (NodePort $p): bool => $p->multicast)) > 1;
    }

    public function addressCount(): int
    {
        return array_sum(array_map(static fn (NodePort $p): int => \count($p->addresses), $this->ports));
    }

    public function hasPortIn(string $segment): bool
    {
        foreach ($this->ports as $port) {
            if ($port->segment === $segment) {
                return true;
            }
        }

        return false;
    }
}
