<?php

declare(strict_types=1);

namespace Vorhut\Core\Schedule;

/** Which task follows which, and how long the way to the end is from each. */
final readonly class TaskGraph
{
    /** @var array<int, int> the unit's place in the agenda, by task */
    public array $unitOf;

    /** @var array<int, list<int>> what follows a task: the next one of its unit, and those of others that wait for it */
    public array $next;

    /** @var array<int, int> seconds from the start of a task to the end of whatever depends on it, by task */
    public array $tail;

    /** @var array<int, int> seconds before a task can begin at the earliest, by task */
    public array $head;

    /** @var list<int> tasks that wait for each other, so that none of them can begin */
    public array $circle;

    public function __construct(public Agenda $agenda)
    {
        $next = $unitOf = [];
        foreach ($agenda->units as $place => $unit) {
            foreach ($unit->tasks as $at => $task) {
                $unitOf[$task] = $place;
                $next[$task] = isset($unit->tasks[$at + 1]) ? [$unit->tasks[$at + 1]] : [];
            }
        }
        foreach ($agenda->tasks as $number => $task) {
            foreach ($task->after as $before) {
                $next[$before][] = $number;
            }
        }
        $this->unitOf = $unitOf;
        $this->next = $next;
        $order = self::order($next);
        $this->circle = array_values(array_diff(array_keys($next), $order));
        $this->head = $this->heads($order);
        $this->tail = $this->tails(array_reverse($order));
    }

    /**
     * A task behind all that it waits for.
     *
     * @param array<int, list<int>> $next
     *
     * @return list<int> without those that wait for each other
     */
    private static function order(array $next): array
    {
        $waits = array_fill_keys(array_keys($next), 0);
        foreach ($next as $followers) {
            foreach ($followers as $follower) {
                ++$waits[$follower];
            }
        }
        $order = array_keys($waits, 0, true);
        for ($at = 0; $at < \count($order); ++$at) {
            foreach ($next[$order[$at]] as $follower) {
                if (0 === --$waits[$follower]) {
                    $order[] = $follower;
                }
            }
        }

        return $order;
    }

    /**
     * @param list<int> $order
     *
     * @return array<int, int>
     */
    private function heads(array $order): array
    {
        $heads = array_fill_keys(array_keys($this->next), 0);
        foreach ($this->agenda->units as $unit) {
            $heads[$unit->tasks[0]] = $unit->ready;
        }
        foreach ($order as $task) {
            $end = $heads[$task] + $this->agenda->tasks[$task]->length();
            foreach ($this->next[$task] as $follower) {
                $heads[$follower] = max($heads[$follower], $end);
            }
        }

        return $heads;
    }

    /**
     * @param list<int> $order from the last to the first
     *
     * @return array<int, int>
     */
    private function tails(array $order): array
    {
        $tails = array_fill_keys(array_keys($this->next), 0);
        foreach ($order as $task) {
            $behind = array_map(static fn (int $follower): int => $tails[$follower], $this->next[$task]);
            $tails[$task] = $this->agenda->tasks[$task]->length() + max([0, ...$behind]);
        }

        return $tails;
    }
}
