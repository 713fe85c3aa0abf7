<?php

declare(strict_types=1);

namespace Vorhut\Core\Load;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\NetworkSwitch;
use Vorhut\Core\Job\Plug;
use Vorhut\Core\Job\PortRef;
use Vorhut\Core\Job\SwitchLink;
use Vorhut\Core\Job\SwitchPort;

/** Which switches a segment's frames get to from a switch, and by which links: the shortest way, as a tree. */
final class Wiring
{
    /** @var array<array-key, NetworkSwitch> by id */
    private readonly array $switches;

    /** @var array<array-key, SwitchLink> by id */
    public readonly array $links;

    /** @var array<string, list<array{string, SwitchLink, bool}>> by switch: the other one, the link, whether it goes from-to */
    private array $neighbours = [];

    /** @var array<string, array<string, array{string, string, bool}>> by segment and root: for each switch the one before, link, from-to */
    private array $trees = [];

    public function __construct(private readonly Job $job)
    {
        $this->switches = $job->all(NetworkSwitch::class);
        $this->links = $job->all(SwitchLink::class);
        foreach ($this->links as $link) {
            $this->neighbours[$link->from->switch][] = [$link->to->switch, $link, true];
            $this->neighbours[$link->to->switch][] = [$link->from->switch, $link, false];
        }
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
        return ($this->switches[$switch] ?? null)?->port($port);
    }

    /**
     * The links of a segment from one switch to another.
     *
     * @return list<array{string, bool}>|null link and whether it is taken from-to, the last one first; null where none leads there
     */
    public function path(string $segment, string $from, string $to): ?array
    {
        $tree = $this->tree($segment, $from);
        $path = [];
        for ($at = $to; $at !== $from; $at = $tree[$at][0]) {
            if (!isset($tree[$at])) {
                return null;
            }
            $path[] = [$tree[$at][1], $tree[$at][2]];
        }

        return $path;
    }

    /** @return array<string, array{string, string, bool}> for each switch that the segment gets to: the one before, the link, from-to */
    public function tree(string $segment, string $root): array
    {
        return $this->trees[$segment.'/'.$root] ??= $this->grow($segment, $root);
    }

    /** @return array<string, array{string, string, bool}> */
    private function grow(?string $segment, string $root): array
    {
        $tree = [];
        $open = [$root];
        for ($n = 0; isset($open[$n]); ++$n) {
            foreach ($this->neighbours[$open[$n]] ?? [] as [$other, $link, $isForth]) {
                if ($other !== $root && !isset($tree[$other]) && (null === $segment || $this->carries($link, $segment))) {
                    $tree[$other] = [$open[$n], $link->id, $isForth];
                    $open[] = $other;
                }
            }
        }

        return $tree;
    }

    /** The first port, on the shortest way between two switches, that does not carry a segment; null where no link leads there at all. */
    public function missing(string $segment, string $from, string $to): ?PortRef
    {
        $tree = $this->grow(null, $from);
        $found = null;
        for ($at = $to; $at !== $from; $at = $tree[$at][0]) {
            if (!isset($tree[$at])) {
                return null;
            }
            [, $id, $isForth] = $tree[$at];
            $ends = [$this->links[$id]->from, $this->links[$id]->to];
            foreach ($isForth ? array_reverse($ends) : $ends as $ref) {
                $found = $this->lets($ref, $segment) ? $found : $ref;
            }
        }

        return $found;
    }

    /** A port of which no segment is said lets all of them through. */
    private function lets(PortRef $ref, string $segment): bool
    {
        $port = $this->port($ref->switch, $ref->port);
        $said = null === $port ? [] : array_filter([$port->untagged, ...$port->tagged], \is_string(...));

        return [] === $said || \in_array($segment, $said, true);
    }

    private function carries(SwitchLink $link, string $segment): bool
    {
        return $this->lets($link->from, $segment) && $this->lets($link->to, $segment);
    }
}
