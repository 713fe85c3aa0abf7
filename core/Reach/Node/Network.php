<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Node;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Net\Ipv4Address;

/** A job made ready for packets: nodes, who stands in which segment, who owns which address. */
final class Network
{
    /** @var array<string, Node> */
    public readonly array $nodes;

    /** @var array<int, list<Node>> */
    private array $owners = [];

    /** @var array<string, list<array{Node, NodePort}>> */
    private array $members = [];

    /** @var array<string, list<array{Node, NodePort}>> ports that answer ARP for others, or not for everybody, by segment */
    private array $special = [];

    /** @var array<array-key, Segment> */
    private readonly array $segments;
    private readonly ?ExternalNetworks $external;

    /** @param list<string> $unserved segments in which no DHCP server answers */
    public function __construct(Job $job, array $unserved = [])
    {
        $nodes = [];
        $leases = new Leases($job, $unserved);
        $this->external = ExternalNetworks::fromJob($job);
        foreach ([...array_values($job->routers), ...array_values($this->external->routers ?? [])] as $router) {
            $nodes[$router->id] = NodeBuilder::router($router);
        }
        foreach ($job->devices as $device) {
            $nodes[$device->id] = NodeBuilder::device($device, $job->profileOf($device), $leases);
        }
        $this->nodes = $nodes;
        $this->segments = $job->segments;
        foreach ($nodes as $node) {
            foreach ($node->ports as $port) {
                foreach ($port->addresses as $address) {
                    $value = $address->address->value;
                    $only = 1 === \count($node->ports) && 1 === \count($port->addresses);
                    if ($only || $node->table->owns($value) && !\in_array($node, $this->owners[$value] ?? [], true)) {
                        $this->owners[$value][] = $node;
                    }
                }
                if (null !== $port->segment) {
                    $this->members[$port->segment][] = [$node, $port];
                    if ($port->proxyArp || $port->reversePath) {
                        $this->special[$port->segment][] = [$node, $port];
                    }
                }
            }
        }
    }

    /** @param string $id of a unit or router, or the address of an external host */
    public function node(string $id): ?Node
    {
        if (isset($this->nodes[$id]) || null === $this->external) {
            return $this->nodes[$id] ?? null;
        }
        $address = Ipv4Address::tryFrom($id);
        $owner = null === $address ? null : ($this->ownersOf($address->value)[0] ?? null);

        return true === $owner?->isExternal ? $owner : null;
    }

    public function segmentName(?string $id): string
    {
        return null === $id ? 'no segment' : ($this->segments[$id]->name ?? $this->external->segments[$id] ?? $id);
    }

    public function segment(string $id): ?Segment
    {
        return $this->segments[$id] ?? null;
    }

    /** @return list<Node> everybody who carries the address, wherever */
    public function ownersOf(int $address): array
    {
        return $this->owners[$address] ?? (null === $this->external ? [] : $this->externalOwners($address));
    }

    /** @return list<Node> */
    private function externalOwners(int $address): array
    {
        $host = $this->external?->host($address);

        return $this->owners[$address] = null === $host ? [] : [$host];
    }

    /** @return array<int, list<Node>> addresses that more than one carries, wherever they stand */
    public function shared(): array
    {
        return array_filter($this->owners, static fn (array $nodes): bool => \count($nodes) > 1);
    }

    /**
     * Who answers ARP (RFC 826) for an address in a segment, whatever the masks. Weak hosts (RFC 1122, section 3.3.4.2)
     * answer for any own address on any port; a router with proxy ARP (RFC 1027) for what it would pass on by another port.
     * Who is strict about the way back does not even answer ARP. The asker does not answer itself.
     *
     * @param int|null $source the address the asker asks from; null: any that is taken
     *
     * @return list<Node>
     */
    public function answerers(string $segment, int $address, Node $asker, ?int $source = null): array
    {
        $owners = $this->owners[$address] ?? (null === $this->external ? [] : $this->externalOwners($address));
        if (null !== $this->external && $this->external->hasNoRoute($segment, $address)) {
            return [];
        }
        if (!isset($this->special[$segment]) && 1 === \count($owners)) {
            return $owners[0] !== $asker && $owners[0]->hasPortIn($segment) ? $owners : [];
        }
        $answerers = [];
        foreach ($owners as $node) {
            if ($node !== $asker && $node->hasPortIn($segment) && (null === $source || $node->takesFrom($source, $segment))) {
                $answerers[] = $node;
            }
        }
        foreach ($this->special[$segment] ?? [] as [$node, $port]) {
            if (
                $port->proxyArp
                && $node !== $asker
                && !\in_array($node, $answerers, true)
                && $node->passesOn($address, $port)
                && (null === $source || $node->takesFrom($source, $segment))
            ) {
                $answerers[] = $node;
            }
        }

        return $answerers;
    }

    /** Whether the segment is the internet, and the address one that is not routed there. */
    public function hasNoRoute(?string $segment, int $address): bool
    {
        return null !== $segment && true === $this->external?->hasNoRoute($segment, $address);
    }

    /** @return list<array{Node, NodePort}> */
    public function membersOf(string $segment): array
    {
        return $this->members[$segment] ?? [];
    }
}
