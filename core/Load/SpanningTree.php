<?php

declare(strict_types=1);

namespace Vorhut\Core\Load;

/** Switches as a tree, so that one way leads from any of them to any other (IEEE 802.1Q, clause 13); several where some are apart. */
final class SpanningTree
{
    /** @var array<string, array{string, string, bool}> for each switch the one above, the link to it, whether that leads here */
    private array $above = [];

    /** @var array<string, array{string, int}> for each switch the top of its tree, and how far it is below it */
    private array $places = [];

    /** @var array<string, list<string>> switches by the top of their tree, none before the one above it */
    private array $members = [];

    /** @var array<string, list<array{string, bool}>> those that were asked for */
    private array $paths = [];

    public function root(string $switch): void
    {
        $this->places[$switch] = [$switch, 0];
        $this->members[$switch] = [];
    }

    public function add(string $switch, string $above, string $link, bool $isForth): void
    {
        [$top, $depth] = $this->places[$above];
        $this->above[$switch] = [$above, $link, $isForth];
        $this->places[$switch] = [$top, $depth + 1];
        $this->members[$top][] = $switch;
    }

    public function has(string $switch): bool
    {
        return isset($this->places[$switch]);
    }

    /** Whether frames get from one to the other. */
    public function connects(string $one, string $other): bool
    {
        return $one === $other || ($this->places[$one][0] ?? '') === ($this->places[$other][0] ?? ' ');
    }

    /** @return list<array{string, bool}>|null links on the way, each with whether it is taken from-to; null where none leads there */
    public function path(string $from, string $to): ?array
    {
        return $this->connects($from, $to) ? $this->paths[$from.'/'.$to] ??= $this->climb($from, $to) : null;
    }

    /** @return list<array{string, bool}> */
    private function climb(string $from, string $to): array
    {
        $up = $down = [];
        while ($from !== $to) {
            if ($this->places[$from][1] >= $this->places[$to][1]) {
                [$from, $link, $isForth] = $this->above[$from];
                $up[] = [$link, !$isForth];
            } else {
                [$to, $link, $isForth] = $this->above[$to];
                $down[] = [$link, $isForth];
            }
        }

        return [...$up, ...array_reverse($down)];
    }

    /** @return list<array{string, bool}> every link of the tree as frames take it that go from a switch to all others */
    public function away(string $from): array
    {
        $top = $this->places[$from][0] ?? null;
        $upward = [];
        for ($at = $from; isset($this->above[$at]); $at = $this->above[$at][0]) {
            $upward[$at] = true;
        }
        $links = [];
        foreach (null === $top ? [] : $this->members[$top] as $switch) {
            [, $link, $isForth] = $this->above[$switch];
            $links[] = [$link, isset($upward[$switch]) ? !$isForth : $isForth];
        }

        return $links;
    }
}
