<?php

declare(strict_types=1);

namespace Vorhut\Core\Schedule;

/** Goes back from what ends last to the start, along what each step had to wait for. */
final class CriticalChain
{
    /**
     * @param array<int, TimeSlot> $slots by task
     *
     * @return list<ChainLink> from the first to the last
     */
    public static function links(TaskGraph $network, array $slots): array
    {
        $chain = [];
        $last = null;
        foreach ($slots as $slot) {
            $last = null === $last || $slot->end > $last->end ? $slot : $last;
        }
        $ends = self::byEnd($network, $slots);
        while (null !== $last) {
            [$because, $before] = self::before($network, $slots, $ends, $last);
            array_unshift($chain, new ChainLink($last, $because));
            $last = $before;
        }

        return $chain;
    }

    /**
     * @param array<int, TimeSlot> $slots
     *
     * @return array<string, TimeSlot> the last bench step of a unit and the busy hands of a technician, by when they end
     */
    private static function byEnd(TaskGraph $network, array $slots): array
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
     * @param array<int, TimeSlot> $slots
     * @param array<string, TimeSlot> $ends
     *
     * @return array{WaitReason, TimeSlot|null}
     */
    private static function before(TaskGraph $network, array $slots, array $ends, TimeSlot $of): array
    {
        $unit = $network->agenda->units[$network->unitOf[$of->task]];
        $at = (int) array_search($of->task, $unit->tasks, true);
        $own = 0 === $at ? null : $slots[$unit->tasks[$at - 1]];
        if ($own?->end === $of->start) {
            return [WaitReason::Unit, $own];
        }
        foreach ($network->agenda->tasks[$of->task]->after as $partner) {
            if (($slots[$partner] ?? null)?->end === $of->start) {
                return [WaitReason::Partner, $slots[$partner]];
            }
        }
        foreach ($of->technicians as $technician) {
            $hands = $ends[\sprintf('hands %d %d', $technician, $of->start)] ?? null;
            if (null !== $hands && $hands->start < $of->start) {
                return [WaitReason::Hands, $hands];
            }
        }
        $bench = $unit->from === $at && $unit->needsTheBench() ? $ends['bench '.$of->start] ?? null : null;

        return null === $bench || $bench->start >= $of->start ? [WaitReason::Start, null] : [WaitReason::Bench, $bench];
    }
}
