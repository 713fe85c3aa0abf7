<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Node;

use Vorhut\Core\Job\CableCategory;
use Vorhut\Core\Job\FilterAction;
use Vorhut\Core\Job\FilterRule;
use Vorhut\Core\Job\MadeUpId;
use Vorhut\Core\Job\Plug;
use Vorhut\Core\Job\PortForward;
use Vorhut\Core\Job\Route;
use Vorhut\Core\Job\Router;
use Vorhut\Core\Job\RouterInterface;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Net\InterfaceAddress;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Ipv4Prefix;
use Vorhut\Core\Net\PortSet;
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Net\Service;

/** The router by which a segment leads out of the plan: one made up, or one of the plan with an interface more. */
final readonly class UpstreamRouter
{
    /**
     * @param Ipv4Prefix $subnet of the segment, that holds the address
     * @param string $outside id of the segment beyond it
     * @param non-empty-list<Ipv4Prefix> $networks beyond it
     */
    public function __construct(
        private Segment $segment,
        private Ipv4Address $address,
        private Ipv4Prefix $subnet,
        private string $outside,
        private array $networks,
    ) {}

    /** One of somebody else's: nobody of the plan has its address. */
    public function made(?Ipv4Address $neighbour): Router
    {
        $external = $this->segment->external;
        $to = $external->forwardsTo ?? $neighbour;

        return new Router(
            id: MadeUpId::upstream($this->segment),
            name: 'Upstream router',
            interfaces: [
                self::leg($this->segment->id, [new InterfaceAddress($this->address, $this->subnet->length)]),
                $this->outer(),
            ],
            routes: null === $neighbour ? [] : array_map(
                static fn (Ipv4Prefix $network): Route => new Route($network, $neighbour),
                $external->returnRoutes,
            ),
            rules: $external->open ? [] : [...$this->permitted(), ...$this->denied()],
            defaultAction: FilterAction::Permit,
            stateful: true,
            forwards: null === $external->nat || null === $to ? [] : array_map(
                static fn (Service $s): PortForward => new PortForward(
                    interface: $external->nat,
                    protocol: $s->protocol,
                    port: $s->firstPort ?? 1,
                    to: $to,
                    toPort: $s->firstPort ?? 1,
                    lastPort: $s->lastPort,
                ),
                array_values(array_filter($this->letIn(), static fn (Service $s): bool => null !== $s->firstPort)),
            ),
        );
    }

    /** One of the plan: its own routes, filter and forwards count, and by this interface it gets out. */
    public function added(Router $own): Router
    {
        return new Router(
            id: $own->id,
            name: $own->name,
            interfaces: [...$own->interfaces, $this->outer()],
            routes: $own->routes,
            rules: $own->rules,
            defaultAction: $own->defaultAction,
            stateful: $own->stateful,
            forwards: $own->forwards,
        );
    }

    private function outer(): RouterInterface
    {
        $nat = $this->segment->external->nat;
        $addresses = [];
        foreach ($this->networks as $network) {
            $isIn = null !== $nat && $network->contains($nat);
            $own = match (true) {
                $isIn => $nat,
                0 === $network->length => $this->address,
                default => Ipv4Address::fromInt($network->network),
            };
            $addresses[$isIn ? 0 : \count($addresses) + 1] = new InterfaceAddress($own, $network->length);
        }
        ksort($addresses);

        return self::leg($this->outside, array_values($addresses), null !== $nat);
    }

    /** @param list<InterfaceAddress> $addresses */
    private static function leg(string $segment, array $addresses, ?bool $translates = null): RouterInterface
    {
        return new RouterInterface(
            mac: null,
            segment: $segment,
            address: null,
            extraAddresses: $addresses,
            multicast: false,
            mdnsRelay: false,
            masquerade: true === $translates,
            // Who translates has no other address outside than the public one.
            proxyArp: false === $translates,
            reversePath: false,
            relay: null,
            plug: new Plug(null, null, CableCategory::FiveE),
        );
    }

    /** @return list<Service> */
    private function letIn(): array
    {
        return $this->segment->external->open
            ? [new Service(Protocol::Tcp, 1, 65535), new Service(Protocol::Udp, 1, 65535)]
            : $this->segment->external->inbound;
    }

    /** @return list<FilterRule> */
    private function permitted(): array
    {
        return array_map(
            static fn (Service $s): FilterRule => new FilterRule(
                action: FilterAction::Permit,
                from: null,
                to: null,
                protocol: $s->protocol,
                ports: null === $s->firstPort ? PortSet::any() : PortSet::fromString($s->firstPort.'-'.$s->lastPort),
            ),
            $this->segment->external->inbound,
        );
    }

    /** @return list<FilterRule> what is for the plan's networks, and for nobody else's */
    private function denied(): array
    {
        return array_map(
            static fn (Ipv4Prefix $to): FilterRule => new FilterRule(
                action: FilterAction::Deny,
                from: null,
                to: $to,
                protocol: Protocol::Any,
                ports: PortSet::any(),
            ),
            [$this->subnet, ...$this->segment->external->returnRoutes],
        );
    }
}
