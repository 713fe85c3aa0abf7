<?php

declare(strict_types=1);

namespace Vorhut\Core\Light;

/** The 512 slots of a universe and who takes them (ANSI E1.11). */
final readonly class SlotStrip
{
    public const SLOTS = 512;
    /** On one run, and its length in metres. */
    public const UNIT_LOADS = 32;
    public const METRES = 300;

    /** @param list<array{int, int}> $spans start address from 1, and footprint, of each fixture */
    public function __construct(private array $spans) {}

    /** Slots that somebody takes, each counted once. */
    public function used(): int
    {
        $taken = [];
        foreach ($this->spans as [$start, $footprint]) {
            for ($slot = $start; $slot < min(self::SLOTS + 1, $start + $footprint); ++$slot) {
                $taken[$slot] = true;
            }
        }

        return \count($taken);
    }

    public function isTaken(int $slot): bool
    {
        foreach ($this->spans as [$start, $footprint]) {
            if ($slot >= $start && $slot < $start + $footprint) {
                return true;
            }
        }

        return false;
    }

    /** @return list<array{int, int}> pairs of fixtures, by their places, that share a slot */
    public function overlaps(): array
    {
        $order = array_keys($this->spans);
        usort($order, fn (int $a, int $b): int => $this->spans[$a][0] <=> $this->spans[$b][0]);
        $pairs = [];
        foreach ($order as $n => $one) {
            $end = $this->spans[$one][0] + $this->spans[$one][1];
            for ($m = $n + 1; isset($order[$m]) && $this->spans[$order[$m]][0] < $end; ++$m) {
                $pairs[] = [min($one, $order[$m]), max($one, $order[$m])];
            }
        }

        return $pairs;
    }

    /** @return list<int> places of the fixtures that reach beyond the last slot */
    public function overruns(): array
    {
        return array_keys(array_filter($this->spans, static fn (array $s): bool => $s[0] + $s[1] - 1 > self::SLOTS));
    }
}
