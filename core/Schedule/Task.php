<?php

declare(strict_types=1);

namespace Vorhut\Core\Schedule;

/** A step of a unit that is still to be done. */
final readonly class Task
{
    /**
     * @param int $seconds with hands on it
     * @param int $wait seconds after that, until the unit goes on
     * @param list<int> $after tasks of other units that must be over, with what they wait for
     */
    public function __construct(
        public string $unit,
        public string $step,
        public string $title,
        public Staffing $hands,
        public int $seconds,
        public int $wait,
        public array $after,
    ) {}

    public function length(): int
    {
        return $this->seconds + $this->wait;
    }
}
