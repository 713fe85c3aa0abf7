<?php

declare(strict_types=1);

namespace Vorhut\Core\Schedule;

/** When a task is done, and by whom. Seconds from now. */
final readonly class TimeSlot
{
    /**
     * @param list<int> $technicians from 1; none for what others do, or nobody
     * @param int $handsOff when hands are free again
     * @param int $end when the unit goes on
     */
    public function __construct(public int $task, public array $technicians, public int $start, public int $handsOff, public int $end) {}

    /** The same time and hands for another task. */
    public function forTask(int $task): self
    {
        return new self(task: $task, technicians: $this->technicians, start: $this->start, handsOff: $this->handsOff, end: $this->end);
    }
}
