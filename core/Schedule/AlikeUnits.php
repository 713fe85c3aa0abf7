<?php

declare(strict_types=1);

namespace Vorhut\Core\Schedule;

/** Of units that are alike, the earlier one in the plan is begun first: an order in which nobody looks for a reason where there is none. */
final class AlikeUnits
{
    /**
     * As good an order: alike units change places, each with all its slots.
     *
     * @param array<int, TimeSlot> $slots by task
     *
     * @return array<int, TimeSlot> by task
     */
    public static function inOrder(TaskGraph $network, array $slots): array
    {
        foreach (self::groups($network, $slots) as $units) {
            $turns = array_map(static fn (UnitWork $u): array => array_map(static fn (int $t): TimeSlot => $slots[$t], $u->tasks), $units);
            usort($turns, static fn (array $a, array $b): int => self::begin($a) <=> self::begin($b));
            foreach ($units as $place => $unit) {
                foreach ($unit->tasks as $at => $task) {
                    $slots[$task] = $turns[$place][$at]->forTask($task);
                }
            }
        }

        return $slots;
    }

    /**
     * @param array<int, TimeSlot> $slots by task
     *
     * @return array<string, list<UnitWork>> units of which neither the work nor what they take from the bench tells one from another
     */
    private static function groups(TaskGraph $network, array $slots): array
    {
        $groups = [];
        foreach ($network->agenda->units as $unit) {
            if ([] !== $unit->tasks && [] === array_diff_key(array_flip($unit->tasks), $slots) && self::isAlone($network, $unit)) {
                $groups[self::likeness($network, $unit)][] = $unit;
            }
        }

        return $groups;
    }

    /** Whether it waits for no other unit, and none for it. */
    private static function isAlone(TaskGraph $network, UnitWork $unit): bool
    {
        foreach ($unit->tasks as $at => $task) {
            $own = isset($unit->tasks[$at + 1]) ? [$unit->tasks[$at + 1]] : [];
            if ([] !== $network->agenda->tasks[$task]->after || $own !== $network->next[$task]) {
                return false;
            }
        }

        return true;
    }

    private static function likeness(TaskGraph $network, UnitWork $unit): string
    {
        $parts = [$unit->from, $unit->to, $unit->factory, $unit->watts, $unit->ready];
        foreach ($unit->tasks as $task) {
            $work = $network->agenda->tasks[$task];
            array_push($parts, $work->hands->name, $work->seconds, $work->wait);
        }

        return implode("\n", $parts);
    }

    /**
     * @param array<array-key, TimeSlot> $slots of one unit
     *
     * @return array{int, list<int>} when it is begun, and by whom
     */
    private static function begin(array $slots): array
    {
        $first = reset($slots);

        return false === $first ? [0, []] : [$first->start, $first->technicians];
    }
}
