<?php

declare(strict_types=1);

namespace Vorhut\Core\Schedule;

/**
 * Lays the tasks out one after the other, as somebody would who always takes the most urgent one that can be done now.
 *
 * List scheduling after R. L. Graham, Bounds on Multiprocessing Timing Anomalies, SIAM J. Appl. Math. 17 (1969), with what units take
 * from the bench.
 */
final class ListScheduler
{
    private const RELEASED = -1;
    private const NO_UNIT = -1;

    private int $time = 0;

    private readonly Bench $bench;

    /** @var array<int, TimeSlot> by task */
    private array $slots = [];

    /** @var array<int, int> when each technician is free */
    private array $free;

    /** @var array<int, int> how many tasks of a unit are done, by its place in the agenda */
    private array $done;

    /** @var \SplMaxHeap<array{float, int}> how urgent the next task is of a unit that can go on, and the unit */
    private \SplMaxHeap $ready;

    /** @var array<int, list<int>> units that wait for a task */
    private array $waiting = [];

    /** @var array<int, true> units that wait for room on the bench */
    private array $beside = [];

    /** @var \SplMinHeap<array{int, int, int}> when something ends: a unit with its task, or nothing but busy hands */
    private \SplMinHeap $ends;

    /**
     * @param array<int, float> $urgency by task
     * @param array<int, int> $passed how often a task is passed over although it could begin, by task
     * @param bool $isBold whether units may go onto the bench before what they will wait for there is done
     */
    private function __construct(
        private readonly TaskGraph $network,
        private readonly Resources $with,
        private readonly array $urgency,
        private array $passed,
        private bool $isBold,
    ) {
        $this->bench = new Bench($with->ports, $with->watts);
        $this->free = array_fill(1, $with->technicians, 0);
        $this->done = array_fill(0, \count($network->agenda->units), 0);
        $this->ready = new \SplMaxHeap();
        $this->ends = new \SplMinHeap();
    }

    /**
     * @param array<int, float> $urgency by task
     * @param array<int, int> $passed how often a task is passed over although it could begin, by task
     * @param bool $isBold whether units may go onto the bench before what they will wait for there is done
     *
     * @return array<int, TimeSlot> by task; those that wait for each other are not among them
     */
    public static function slots(TaskGraph $network, Resources $with, array $urgency, array $passed = [], bool $isBold = false): array
    {
        $pass = new self(network: $network, with: $with, urgency: $urgency, passed: $passed, isBold: $isBold);
        foreach ($network->agenda->units as $place => $unit) {
            if ($unit->isOnTheBench() && $unit->needsTheBench()) {
                $pass->bench->take($unit);
            }
            $pass->ends->insert([$unit->ready, $place, self::RELEASED]);
        }
        while ($pass->advance()) {
            $pass->assign();
        }

        return $pass->slots;
    }

    /** Goes to the next moment at which something ends; false where nothing goes on any more. */
    private function advance(): bool
    {
        if ($this->ends->isEmpty()) {
            return !$this->ready->isEmpty() || $this->dare();
        }
        [$this->time] = $this->ends->top();
        while (!$this->ends->isEmpty() && $this->ends->top()[0] === $this->time) {
            [, $place, $task] = $this->ends->extract();
            if (self::NO_UNIT !== $place) {
                $this->over($place, $task);
            }
        }

        return true;
    }

    /** Nothing can go on: the most urgent unit goes onto the bench although it will wait there for another one. */
    private function dare(): bool
    {
        if ($this->isBold) {
            return false;
        }
        $this->isBold = true;
        foreach ($this->waiting as $places) {
            array_walk($places, $this->line(...));
        }
        $this->waiting = [];

        return !$this->ready->isEmpty();
    }

    private function over(int $place, int $task): void
    {
        if (self::RELEASED !== $task) {
            $unit = $this->network->agenda->units[$place];
            if ($unit->needsTheBench() && $this->done[$place] === $unit->to + 1) {
                $this->bench->release($unit);
                $beside = array_keys($this->beside);
                $this->beside = [];
                array_walk($beside, $this->line(...));
            }
            $waiting = $this->waiting[$task] ?? [];
            unset($this->waiting[$task]);
            array_walk($waiting, $this->line(...));
        }
        $this->line($place);
    }

    /** A unit that is free stands in line for its next task, or waits for what that needs. */
    private function line(int $place): void
    {
        $unit = $this->network->agenda->units[$place];
        $at = $this->done[$place];
        if (!isset($unit->tasks[$at])) {
            return;
        }
        $last = $this->goesOn($unit, $at) && !$this->isBold ? $unit->to : $at;
        for (; $at <= $last; ++$at) {
            foreach ($this->network->agenda->tasks[$unit->tasks[$at]]->after as $before) {
                if (($this->slots[$before]->end ?? \PHP_INT_MAX) > $this->time) {
                    $this->waiting[$before][] = $place;

                    return;
                }
            }
        }
        $this->ready->insert([$this->urgencyOf($place), $place]);
    }

    private function goesOn(UnitWork $unit, int $at): bool
    {
        return $unit->needsTheBench() && $at === $unit->from;
    }

    private function assign(): void
    {
        $aside = [];
        while (!$this->ready->isEmpty()) {
            [, $place] = $this->ready->extract();
            $unit = $this->network->agenda->units[$place];
            $number = $unit->tasks[$this->done[$place]];
            $task = $this->network->agenda->tasks[$number];
            if ($this->goesOn($unit, $this->done[$place]) && !$this->bench->hasRoomFor($unit, $this->with->watts)) {
                $this->beside[$place] = true;
                continue;
            }
            $hands = array_keys(array_filter($this->free, fn (int $at): bool => $at <= $this->time));
            $needed = $task->hands->among($this->with->technicians);
            $isPassed = ($this->passed[$number] ?? 0) > 0;
            if ($needed <= \count($hands) && !$isPassed) {
                $this->start($place, $number, $task, \array_slice($hands, 0, $needed));
                continue;
            }
            $aside[] = $place;
            if ([] === $hands) {
                break;
            }
            $this->passed[$number] = ($this->passed[$number] ?? 0) - 1;
        }
        foreach ($aside as $place) {
            $this->ready->insert([$this->urgencyOf($place), $place]);
        }
    }

    /** What needs none of our hands goes on at once. */
    private function urgencyOf(int $place): float
    {
        $number = $this->network->agenda->units[$place]->tasks[$this->done[$place]];

        return Staffing::Theirs === $this->network->agenda->tasks[$number]->hands ? \INF : $this->urgency[$number];
    }

    /** @param list<int> $technicians */
    private function start(int $place, int $number, Task $task, array $technicians): void
    {
        $unit = $this->network->agenda->units[$place];
        if ($this->goesOn($unit, $this->done[$place])) {
            $this->bench->take($unit);
        }
        $handsOff = $this->time + $task->seconds;
        $end = $handsOff + $task->wait;
        $this->slots[$number] = new TimeSlot(task: $number, technicians: $technicians, start: $this->time, handsOff: $handsOff, end: $end);
        foreach ($technicians as $technician) {
            $this->free[$technician] = $handsOff;
        }
        ++$this->done[$place];
        $this->ends->insert([$end, $place, $number]);
        if ($handsOff < $end && [] !== $technicians) {
            $this->ends->insert([$handsOff, self::NO_UNIT, $number]);
        }
    }
}
