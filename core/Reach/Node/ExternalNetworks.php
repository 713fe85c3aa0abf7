<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Node;

use Vorhut\Core\Job\ExternalKind;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Router;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Net\InterfaceAddress;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Ipv4Prefix;
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Net\Service;

/**
 * What lies outside the plan, as nodes: the upstream router of each segment that leads there, and a host for every address there
 * that somebody asks for. All upstream routers to the internet meet in one segment; each other network is a segment of its own.
 */
final class ExternalNetworks
{
    private const INTERNET = '/internet';
    private const OTHER = '/beyond/';

    /** @var array<string, string> names of the segments outside, by id */
    public array $segments = [];

    /** @var array<string, Router> upstream routers, those of the plan with their way out */
    public array $routers = [];

    /** @var list<array{Ipv4Prefix, string}> networks outside and their segments */
    private array $networks = [];

    private function __construct(private readonly Job $job) {}

    /** Null where no segment leads out. */
    public static function fromJob(Job $job): ?self
    {
        $networks = new self($job);
        foreach ($job->segments as $segment) {
            $networks->add($segment);
        }

        return [] === $networks->segments ? null : $networks;
    }

    /** The segment outside in which somebody has the address; null: none, or it is one of the plan. */
    public function segmentOf(int $address): ?string
    {
        $at = Ipv4Address::fromInt($address);
        foreach ($this->job->segments as $segment) {
            $ours = [...array_column($segment->subnets, 'prefix'), ...$segment->external->returnRoutes];
            if ([] !== array_filter($ours, static fn (Ipv4Prefix $prefix): bool => $prefix->contains($at))) {
                return null;
            }
        }
        foreach ($this->networks as [$network, $id]) {
            if ($network->contains($at)) {
                return $id;
            }
        }

        return isset($this->segments[self::INTERNET]) && $at->isPublic() ? self::INTERNET : null;
    }

    /** Whoever has the address outside. What listens there is not known, so all is taken to. */
    public function host(int $address): ?Node
    {
        $segment = $this->segmentOf($address);
        if (null === $segment) {
            return null;
        }
        $at = Ipv4Address::fromInt($address);
        $ports = [new NodePort(
            index: 0,
            name: 'external',
            segment: $segment,
            addresses: [new InterfaceAddress($at, 0)],
            gateway: null,
            mac: null,
        )];

        return new Node(
            id: (string) $at,
            name: 'Host '.$at,
            ports: $ports,
            table: new RoutingTable($ports, []),
            listens: [new Service(Protocol::Tcp, 1, 65535), new Service(Protocol::Udp, 1, 65535)],
            isExternal: true,
        );
    }

    /** On the internet nobody has a route to private addresses. */
    public function hasNoRoute(string $segment, int $address): bool
    {
        return self::INTERNET === $segment && !Ipv4Address::fromInt($address)->isPublic();
    }

    private function add(Segment $segment): void
    {
        $external = $segment->external;
        $address = $external->router ?? $segment->subnets[0]->gateway ?? null;
        $subnet = $segment->subnetOf($address);
        if (null === $external->kind || null === $address || null === $subnet) {
            return;
        }
        $isInternet = ExternalKind::Internet === $external->kind;
        $id = $isInternet ? self::INTERNET : self::OTHER.$segment->id;
        $this->segments[$id] = $isInternet ? 'the internet' : 'the network behind '.$segment->name;
        $networks = [] === $external->networks ? [RoutingTable::everything()] : $external->networks;
        foreach ([] === $external->networks && $isInternet ? [] : $networks as $network) {
            $this->networks[] = [$network, $id];
        }
        $upstream = new UpstreamRouter(segment: $segment, address: $address, subnet: $subnet->prefix, outside: $id, networks: $networks);
        $own = $this->ownerOf($segment, $address);
        $router = null === $own
            ? $upstream->made($this->neighbourOf($segment, $address))
            : $upstream->added($this->routers[$own->id] ?? $own);
        $this->routers[$router->id] = $router;
    }

    /** The router of the plan that has the address of the upstream router. */
    private function ownerOf(Segment $segment, Ipv4Address $address): ?Router
    {
        foreach ($this->job->routers as $router) {
            foreach ($router->interfaces as $interface) {
                foreach ($interface->segment === $segment->id ? $interface->addresses() : [] as $own) {
                    if ($own->address->equals($address)) {
                        return $router;
                    }
                }
            }
        }

        return null;
    }

    /** The first address of a router of the plan in the segment, by which the upstream router gets to what lies behind it. */
    private function neighbourOf(Segment $segment, Ipv4Address $upstream): ?Ipv4Address
    {
        foreach ($this->job->routers as $router) {
            foreach ($router->interfaces as $interface) {
                $own = $interface->segment === $segment->id ? $interface->address?->address : null;
                if (null !== $own && !$own->equals($upstream)) {
                    return $own;
                }
            }
        }

        return null;
    }
}
