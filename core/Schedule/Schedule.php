<?php

declare(strict_types=1);

namespace Vorhut\Core\Schedule;

/** An order of work with the shortest time that was found, and how far from the shortest possible one it can be. */
final readonly class Schedule implements \JsonSerializable
{
    /**
     * @param list<TimeSlot> $slots in the order of their starts
     * @param int $makespan seconds until the last unit is through
     * @param list<ChainLink> $chain the steps that decide it, from the first to the last
     * @param list<Task> $circle steps that wait for each other, and are not in it
     */
    public function __construct(
        public Agenda $agenda,
        public Resources $with,
        public Bounds $bounds,
        public array $slots,
        public int $makespan,
        public array $chain,
        public array $circle,
    ) {}

    public function task(TimeSlot $slot): Task
    {
        return $this->agenda->tasks[$slot->task];
    }

    /** @return TimeSlot|null what a technician begins with; null where there is nothing for this pair of hands */
    public function first(int $technician): ?TimeSlot
    {
        return array_find($this->slots, static fn ($slot): bool => \in_array($technician, $slot->technicians, true));
    }

    /**
     * Seconds from now. A step that needs two people stands there for each; what runs by itself has no technician.
     *
     * @return array{
     *     makespan: int,
     *     lowerBound: int,
     *     steps: list<array{unit: string, step: string, technician: int|null, start: int, end: int}>,
     * }
     */
    public function jsonSerialize(): array
    {
        $steps = [];
        foreach ($this->slots as $slot) {
            $task = $this->task($slot);
            $of = ['unit' => $task->unit, 'step' => $task->step];
            foreach ([] === $slot->technicians ? [null] : $slot->technicians as $technician) {
                $steps[] = [...$of, 'technician' => $technician, 'start' => $slot->start, 'end' => $slot->handsOff];
            }
            if ($slot->end > $slot->handsOff) {
                $steps[] = [...$of, 'technician' => null, 'start' => $slot->handsOff, 'end' => $slot->end];
            }
        }

        return ['makespan' => $this->makespan, 'lowerBound' => $this->bounds->lowerBound(), 'steps' => $steps];
    }
}
