<?php

declare(strict_types=1);

namespace Vorhut\Core\Schedule;

use Random\Engine\Mt19937;
use Random\Randomizer;

/** Looks for an order of work that takes the least time. The same job gives the same order. */
final class Scheduler
{
    private const SEED = 12;

    /** Passes by tasks in them: a small job is tried more often than a large one, at about the same cost. */
    private const TASKS_LAID = 36000;
    /** Up to so many tasks any order is tried, beside those that seem good. */
    private const FEW = 20;
    private const MAX_PASSES = 1200;
    /** Times the bound. */
    private const GOOD_ENOUGH = 1.002;

    /** @param int|null $passes how many orders are tried at most; null: as many as soon done */
    public static function schedule(Agenda $agenda, Resources $with, ?int $passes = null): Schedule
    {
        $network = new TaskGraph($agenda);
        $bounds = Bounds::fromNetwork($network, $with);
        $passes ??= max(4, min(self::MAX_PASSES, intdiv(self::TASKS_LAID, max(1, \count($agenda->tasks)))));
        $random = new Randomizer(new Mt19937(self::SEED));
        $rules = self::rules($network);
        $urgency = $rules[0];
        $best = [];
        $length = \PHP_INT_MAX;
        for ($try = 0; $try < $passes && ([] === $best || $length > $bounds->lowerBound() * self::GOOD_ENOUGH); ++$try) {
            $tried = $rules[$try] ?? self::near($urgency, $network, $random, $try);
            $passed = $try < \count($rules) || 0 === $try % 2 ? [] : self::passed($agenda, $random);
            $slots = ListScheduler::slots($network, $with, $tried, $passed, isBold: $try % 4 > 1);
            $end = [] === $slots ? 0 : max(array_map(static fn (TimeSlot $s): int => $s->end, $slots));
            if (\count($slots) > \count($best) || (\count($slots) === \count($best) && $end < $length)) {
                [$best, $length, $urgency] = [$slots, $end, $tried];
            }
            if ([] === $agenda->tasks) {
                break;
            }
        }
        $best = AlikeUnits::inOrder($network, $best);
        $circle = array_values(array_diff_key($agenda->tasks, $best));
        uasort($best, static fn (TimeSlot $a, TimeSlot $b): int => [$a->start, $a->task] <=> [$b->start, $b->task]);

        return new Schedule(
            agenda: $agenda,
            with: $with,
            bounds: $bounds,
            slots: array_values($best),
            makespan: [] === $best ? 0 : $length,
            chain: CriticalChain::links($network, $best),
            circle: $circle,
        );
    }

    /** @return non-empty-list<array<int, float>> what seems good, by task */
    private static function rules(TaskGraph $network): array
    {
        $tail = array_map(floatval(...), $network->tail);

        return [self::withSharers($network, $tail), $tail, self::waitsFirst($network, $tail)];
    }

    /**
     * Something like the best so far; of few tasks now and then anything at all.
     *
     * @param array<int, float> $best by task
     *
     * @return array<int, float>
     */
    private static function near(array $best, TaskGraph $network, Randomizer $random, int $try): array
    {
        if (0 === $try % 3 && \count($best) <= self::FEW) {
            $longest = max([1, ...$network->tail]);

            return array_map(static fn (): float => (float) $random->getInt(0, $longest), $best);
        }
        $width = $random->getInt(5, 50);

        return array_map(static fn (float $u): float => $u * (1.0 + $random->getInt(-$width, $width) / 100.0), $best);
    }

    /**
     * Sometimes it is better to wait for something than to take what is at hand.
     *
     * @return array<int, int>
     */
    private static function passed(Agenda $agenda, Randomizer $random): array
    {
        return array_map(static fn (): int => max(0, $random->getInt(-6, 2)), $agenda->tasks);
    }

    /**
     * Whoever shares a factory address keeps the others waiting until it is off the bench.
     *
     * @param array<int, float> $tail
     *
     * @return array<int, float>
     */
    private static function withSharers(TaskGraph $network, array $tail): array
    {
        $stay = [];
        foreach ($network->agenda->units as $unit) {
            if ('' !== $unit->factory && $unit->needsTheBench()) {
                $stay[$unit->factory] = ($stay[$unit->factory] ?? 0.0) + self::seconds($network, $unit);
            }
        }
        foreach ($network->agenda->units as $unit) {
            if ('' !== $unit->factory && $unit->needsTheBench()) {
                $more = $stay[$unit->factory] - self::seconds($network, $unit);
                foreach (\array_slice($unit->tasks, 0, $unit->to + 1) as $task) {
                    $tail[$task] += $more;
                }
            }
        }

        return $tail;
    }

    private static function seconds(TaskGraph $network, UnitWork $unit): float
    {
        $tasks = \array_slice($unit->tasks, max(0, $unit->from), $unit->to - max(0, $unit->from) + 1);

        return array_sum(array_map(static fn (int $t): int => $network->agenda->tasks[$t]->length(), $tasks));
    }

    /**
     * What runs by itself for long is begun early.
     *
     * @param array<int, float> $tail
     *
     * @return array<int, float>
     */
    private static function waitsFirst(TaskGraph $network, array $tail): array
    {
        foreach ($network->agenda->tasks as $number => $task) {
            $tail[$number] += 4.0 * $task->wait;
        }

        return $tail;
    }
}
