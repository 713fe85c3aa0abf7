<?php

declare(strict_types=1);

namespace Vorhut\Core\Load;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\NetworkSwitch;
use Vorhut\Core\Job\Plug;
use Vorhut\Core\Job\PortRef;
use Vorhut\Core\Job\SwitchLink;
use Vorhut\Core\Job\SwitchPort;

/** Which switches a segment's frames get to, and by which links. */
final class Wiring
{
    /** @var array<array-key, NetworkSwitch> by id */
    private readonly array $switches;

    /** @var array<array-key, SwitchLink> by id */
    public readonly array $links;

    /** @var array<array-key, list<array{string, SwitchLink, bool}>> by switch: the other one, the link, whether it goes from-to */
    private array $neighbours = [];

    /** @var array<string, SpanningTree> by segment */
    private array $trees = [];

    /** @var array<string, array<string, SwitchPort>> by switch and name */
    private array $ports = [];

    /** @var array<array-key, array<string, true>|null> segments by link; null: all of them */
    private array $carried = [];

    private readonly bool $isPlain;

    public function __construct(private readonly Job $job)
    {
        $this->switches = $job->all(NetworkSwitch::class);
        $this->links = $job->all(SwitchLink::class);
        foreach ($this->links as $link) {
            $this->carried[$link->id] = $this->both($this->said($link->from), $this->said($link->to));
            $this->neighbours[$link->from->switch][] = [$link->to->switch, $link, true];
            $this->neighbours[$link->to->switch][] = [$link->from->switch, $link, false];
        }
        $this->isPlain = [] === array_filter($this->carried, \is_array(...));
    }

    /** The plug of a unit's or router's n-th interface; null where no cable is planned. */
    public function plug(string $unit, int $interface): ?Plug
    {
        $of = $this->job->devices[$unit] ?? $this->job->routers[$unit] ?? null;
        $plug = ($of->interfaces[$interface] ?? null)?->plug;

        return null === $plug?->to ? null : $plug;
    }

    public function port(string $switch, string $port): ?SwitchPort
    {
        $this->ports[$switch] ??= array_column(($this->switches[$switch] ?? null)->ports ?? [], null, 'name');

        return $this->ports[$switch][$port] ?? null;
    }

    /** The one way between any two switches that a segment's frames take. */
    public function spanning(string $segment): SpanningTree
    {
        // Where no link leaves anything out, one tree is that of all segments.
        $of = $this->isPlain ? '' : $segment;

        return $this->trees[$of] ??= $this->grow($segment);
    }

    private function grow(?string $segment): SpanningTree
    {
        $tree = new SpanningTree();
        foreach (array_keys($this->neighbours) as $root) {
            if ($tree->has((string) $root)) {
                continue;
            }
            $tree->root((string) $root);
            $open = [(string) $root];
            for ($n = 0; isset($open[$n]); ++$n) {
                foreach ($this->neighbours[$open[$n]] ?? [] as [$other, $link, $isForth]) {
                    if (!$tree->has($other) && (null === $segment || isset(($this->carried[$link->id] ?? [$segment => true])[$segment]))) {
                        $tree->add($other, $open[$n], $link->id, $isForth);
                        $open[] = $other;
                    }
                }
            }
        }

        return $tree;
    }

    /** The first port, on the shortest way between two switches, that does not carry a segment; null where no link leads there at all. */
    public function missing(string $segment, string $from, string $to): ?PortRef
    {
        $found = null;
        foreach ($this->grow(null)->path($from, $to) ?? [] as [$id, $isForth]) {
            $ends = [$this->links[$id]->from, $this->links[$id]->to];
            foreach ($isForth ? $ends : array_reverse($ends) as $ref) {
                $found ??= $this->lets($ref, $segment) ? null : $ref;
            }
        }

        return $found;
    }

    private function lets(PortRef $ref, string $segment): bool
    {
        return isset(($this->said($ref) ?? [$segment => true])[$segment]);
    }

    /** @return array<string, true>|null segments that a port lets through; null: of which none is said, and which lets all through */
    private function said(PortRef $ref): ?array
    {
        $port = $this->port($ref->switch, $ref->port);
        $said = null === $port ? [] : array_filter([$port->untagged, ...$port->tagged], \is_string(...));

        return [] === $said ? null : array_fill_keys($said, true);
    }

    /**
     * @param array<string, true>|null $one
     * @param array<string, true>|null $other
     *
     * @return array<string, true>|null what both let through
     */
    private function both(?array $one, ?array $other): ?array
    {
        return null === $one || null === $other ? $one ?? $other : array_intersect_key($one, $other);
    }
}
