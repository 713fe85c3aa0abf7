<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Node;

use Vorhut\Core\Job\Route;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Ipv4Prefix;
use Vorhut\Core\Reach\Cause\CauseRule;

/**
 * What one host or router believes: its own prefixes, its routes, its gateway (RFC 1122, section 3.3.1).
 *
 * The longest prefix counts; of two alike the one listed first. A gateway that is not on-link, or that is a broadcast
 * address, is refused, as a kernel refuses it. A gateway equal to an own address makes everything on-link.
 */
final class RoutingTable
{
    /** @var array<int, array<int, list<RouteEntry>>> by prefix length (long to short) and network */
    private array $byLength = [];

    /** @var array<string, array{port: NodePort, gateway: Ipv4Address, why: CauseRule}> refused gateways by port name */
    private array $refused = [];

    private readonly ?PlainHost $plain;
    private bool $built = false;

    /** @var array<int, RouteEntry|bool> by destination */
    private array $decided = [];

    /** @var array<int, true> own addresses */
    private array $own = [];

    /** @var array<int, array{Ipv4Prefix, NodePort, Ipv4Address}> broadcast addresses of own prefixes */
    private array $broadcasts = [];

    /**
     * @param list<NodePort> $ports
     * @param list<Route> $routes
     */
    public function __construct(private readonly array $ports, private readonly array $routes)
    {
        $this->plain = 1 === \count($ports) && [] === $routes && 1 === \count($ports[0]->addresses) ? new PlainHost($ports[0]) : null;
    }

    /** 0.0.0.0/0 */
    public static function everything(): Ipv4Prefix
    {
        return Ipv4Prefix::fromString('0.0.0.0/0');
    }

    /** Made when first asked: of thousands of hosts only a few are ever looked into. */
    private function build(): void
    {
        $this->built = true;
        foreach ($this->ports as $port) {
            foreach ($port->addresses as $address) {
                if (isset($this->broadcasts[$address->address->value])) {
                    // What an earlier prefix takes for its broadcast cannot be an own address any more.
                    continue;
                }
                $this->own[$address->address->value] = true;
                $broadcast = $address->prefix->broadcast();
                if (null !== $broadcast && !isset($this->own[$broadcast->value])) {
                    $this->broadcasts[$broadcast->value] ??= [$address->prefix, $port, $address->address];
                }
                $this->add(new RouteEntry($address->prefix, $port, null, $address->address));
            }
        }
        foreach ($this->routes as $route) {
            $this->route($route->to, $route->via, $this->ports);
        }
        foreach ($this->ports as $port) {
            if (null !== $port->gateway) {
                $why = $this->route(self::everything(), $port->gateway, [$port]);
                if (null !== $why) {
                    $this->refused[$port->name] = ['port' => $port, 'gateway' => $port->gateway, 'why' => $why];
                }
            }
        }
        krsort($this->byLength);
    }

    public function owns(int $address): bool
    {
        if (null !== $this->plain) {
            return $this->plain->address === $address;
        }
        if (!$this->built) {
            $this->build();
        }

        return isset($this->own[$address]);
    }

    /** The own prefix for which this is the broadcast address. */
    public function broadcastOf(int $address): ?Ipv4Prefix
    {
        if (!$this->built) {
            $this->build();
        }

        return $this->broadcasts[$address][0] ?? null;
    }

    /** The port by which a datagram to that broadcast address leaves. */
    public function broadcastPort(int $address): ?NodePort
    {
        if (!$this->built) {
            $this->build();
        }

        return $this->broadcasts[$address][1] ?? null;
    }

    /** The address it is sent from. */
    public function broadcastSource(int $address): ?Ipv4Address
    {
        if (!$this->built) {
            $this->build();
        }

        return $this->broadcasts[$address][2] ?? null;
    }

    /** The line by which a packet leaves; true for an own address, false where it cannot be sent. Remembered, as most is asked often. */
    public function decide(int $destination): RouteEntry|bool
    {
        if (null !== $this->plain) {
            return $this->plain->decide($destination);
        }

        return $this->decided[$destination] ??= match (true) {
            $this->owns($destination) => true,
            isset($this->broadcasts[$destination]) => false,
            default => $this->find($destination) ?? false,
        };
    }

    /** @param NodePort|null $only look only at lines that leave by this port */
    public function find(int $destination, ?NodePort $only = null): ?RouteEntry
    {
        if (!$this->built) {
            $this->build();
        }
        foreach ($this->byLength as $length => $networks) {
            $network = 0 === $length ? 0 : $destination >> (32 - $length) << (32 - $length);
            foreach ($networks[$network] ?? [] as $entry) {
                if (null === $only || $entry->port === $only) {
                    return $entry;
                }
            }
        }

        return null;
    }

    /** The line by one port; where none leads there, a stack that is bound to the port takes the destination for on-link. */
    public function findBy(int $destination, NodePort $port): ?RouteEntry
    {
        $own = $port->primary();

        return $this->find($destination, $port) ?? (null === $own ? null : new RouteEntry(self::everything(), $port, null, $own->address));
    }

    /** @return array{port: NodePort, gateway: Ipv4Address, why: CauseRule}|null the first gateway that was given but refused */
    public function refusedGateway(): ?array
    {
        if (!$this->built) {
            $this->build();
        }
        foreach ($this->refused as $refused) {
            return $refused;
        }

        return null;
    }

    private function add(RouteEntry $entry): void
    {
        $this->byLength[$entry->to->length][$entry->to->network][] = $entry;
    }

    /**
     * @param list<NodePort> $ports
     *
     * @return CauseRule|null why the next hop is refused
     */
    private function route(Ipv4Prefix $to, Ipv4Address $via, array $ports): ?CauseRule
    {
        foreach ($ports as $port) {
            foreach ($port->addresses as $address) {
                if ($address->address->equals($via)) {
                    $this->add(new RouteEntry($to, $port, null, $address->address));

                    return null;
                }
            }
        }
        $best = null;
        foreach ($ports as $port) {
            foreach ($port->addresses as $address) {
                if (
                    isset($this->own[$address->address->value])
                    && $address->prefix->contains($via)
                    && (null === $best || $address->prefix->length > $best[1]->prefix->length)
                ) {
                    $best = [$port, $address];
                }
            }
        }
        if (null === $best) {
            return CauseRule::GatewayOffLink;
        }
        if (isset($this->broadcasts[$via->value]) && true === $best[1]->prefix->broadcast()?->equals($via)) {
            return CauseRule::GatewayIsBroadcast;
        }
        $this->add(new RouteEntry($to, $best[0], $via, $this->sourceBy($best[0], $via) ?? $best[1]->address));

        return null;
    }

    /** Of the addresses of the port whose prefixes hold the next hop the one listed first, however long its prefix. */
    private function sourceBy(NodePort $port, Ipv4Address $via): ?Ipv4Address
    {
        foreach ($port->addresses as $address) {
            if (isset($this->own[$address->address->value]) && $address->prefix->contains($via)) {
                return $address->address;
            }
        }

        return null;
    }
}
