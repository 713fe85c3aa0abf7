<?php

declare(strict_types=1);

namespace Vorhut\Core\Schedule;

/** Goes back from what ends last to the start, along what each step had to wait for. */
final class Chain
{
    /**
     * @param array<int, Slot> $slots by task
     *
     * @return list<Link> from the first to the last
     */
    public static function of(Network $network, array $slots): array
    {
        $chain = [];
        $last = null;
        foreach ($slots as $slot) {
            $last = null === $last || $slot->end > $last->end ? $slot : $last;
        }
        $ends = self::byEnd($network, $slots);
        while (null !== $last) {
            [$because, $before] = self::before($network, $slots, $ends, $last);
            array_unshift($chain, new Link($last, $because));
            $last = $before;
        }

        return $chain;
    }

    /**
     * @param array<int, Slot> $slots
     *
     * @return array<string, Slot> the last bench step of a unit and the busy hands of a technician, by when they end
     */
    private static function byEnd(Network $network, array $slots): array
    {
        $ends = [];
        foreach ($slots as $number => $slot) {
            $unit = $network->agenda->units[$network->unitOf[$number]];
            if ($unit->needsTheBench() && $unit->tasks[$unit->to] === $number) {
                $ends['bench '.$slot->end] = $slot;
            }
            foreach ($slot->technicians as $technician) {
                $ends[\sprintf('hands %d %d', $technician, $slot->handsOff)] = $slot;
            }
        }

        return $ends;
    }

    /**
     * @param array<int, Slot> $slots
     * @param array<string, Slot> $ends
     *
     * @return array{Because, Slot|null}
     */
    private static function before(Network $network, array $slots, array $ends, Slot $of): array
    {
        $unit = $network->agenda->units[$network->unitOf[$of->task]];
        $at = (int) array_search($of->task, $unit->tasks, true);
        $own = 0 === $at ? null : $slots[$unit->tasks[$at - 1]];
        if ($own?->end === $of->start) {
            return [Because::Unit, $own];
        }
        foreach ($network->agenda->tasks[$of->task]->after as $partner) {
            if (($slots[$partner] ?? null)?->end === $of->start) {
                return [Because::Partner, $slots[$partner]];
            }
        }
        foreach ($of->technicians as $technician) {
            $hands = $ends[\sprintf('hands %d %d', $technician, $of->start)] ?? null;
            if (null !== $hands && $hands->start < $of->start) {
                return [Because::Hands, $hands];
            }
        }
        $bench = $unit->from === $at && $unit->needsTheBench() ? $ends['bench '.$of->start] ?? null : null;

        return null === $bench || $bench->start >= $of->start ? [Because::Start, null] : [Because::Bench, $bench];
    }
}
