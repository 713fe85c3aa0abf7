<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Node;

/**
 * The table of a host with one port, one address and no routes of its own, which most are: worked out instead of looked up, so that
 * thousands of them stay small.
 */
final readonly class PlainHost
{
    public int $address;
    private int $network;
    /** Bits behind the prefix. */
    private int $shift;
    /** −1 where the prefix has none. */
    private int $broadcast;
    private RouteEntry $near;
    /** What is outside leaves by this; false: not at all. */
    private RouteEntry|false $far;

    public function __construct(NodePort $port)
    {
        $own = $port->addresses[0];
        $this->address = $own->address->value;
        $this->shift = 32 - $own->prefix->length;
        $this->network = $own->prefix->network >> $this->shift;
        $broadcast = $own->prefix->broadcast()->value ?? -1;
        $this->broadcast = $broadcast === $this->address ? -1 : $broadcast;
        $this->near = new RouteEntry($own->prefix, $port, null, $own->address);
        $via = $port->gateway?->value;
        $this->far = match (true) {
            null === $via => false,
            $via === $this->address => $this->near,
            $via >> $this->shift !== $this->network, $via === $broadcast => false,
            default => new RouteEntry(RoutingTable::everything(), $port, $port->gateway, $own->address),
        };
    }

    public function decide(int $destination): RouteEntry|bool
    {
        if ($destination >> $this->shift !== $this->network) {
            return $this->far;
        }

        if ($destination === $this->address) {
            return true;
        }

        return $destination === $this->broadcast ? false : $this->near;
    }
}
