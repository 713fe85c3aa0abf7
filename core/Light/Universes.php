<?php

declare(strict_types=1);

namespace Vorhut\Core\Light;

use Vorhut\Core\Job\Fixture;
use Vorhut\Core\Job\Job;

/** The universes that a plan patches, each with its fixtures. */
final class Universes
{
    /** @return array<int, non-empty-list<Fixture>> by universe, those by start address */
    public static function used(Job $job): array
    {
        $universes = [];
        foreach ($job->all(Fixture::class) as $fixture) {
            $universes[$fixture->universe][] = $fixture;
        }
        ksort($universes);
        foreach ($universes as &$fixtures) {
            usort($fixtures, static fn (Fixture $a, Fixture $b): int => $a->start <=> $b->start);
        }

        return $universes;
    }

    /** The group that a universe is sent to (ANSI E1.31-2018, section 9.3.1). */
    public static function group(int $universe): string
    {
        return \sprintf('239.255.%d.%d', $universe >> 8, $universe & 0xFF);
    }

    /** @param list<Fixture> $fixtures */
    public static function strip(array $fixtures): SlotStrip
    {
        return new SlotStrip(array_map(static fn (Fixture $f): array => [$f->start, $f->footprint], $fixtures));
    }

    /**
     * Unit loads by who feeds them: a run of its own for each node.
     *
     * @param list<Fixture> $fixtures
     *
     * @return array<array-key, float> by node; '' where none is planned
     */
    public static function loads(array $fixtures): array
    {
        $loads = [];
        foreach ($fixtures as $fixture) {
            $node = $fixture->node ?? '';
            $loads[$node] = ($loads[$node] ?? 0.0) + ($fixture->unitLoads ?? 1.0);
        }

        return $loads;
    }

    /** The first start address from which so many slots are free; null where there is none. */
    public static function firstFree(SlotStrip $strip, int $footprint): ?int
    {
        $run = 0;
        for ($slot = 1; $slot <= SlotStrip::SLOTS; ++$slot) {
            $run = $strip->isTaken($slot) ? 0 : $run + 1;
            if ($run === $footprint) {
                return $slot - $footprint + 1;
            }
        }

        return null;
    }
}
