<?php

declare(strict_types=1);

namespace Vorhut\Core\Schedule;

/** What is still to be done on one unit, step after step, and what it takes from the bench meanwhile. */
final readonly class UnitWork
{
    /**
     * @param list<int> $tasks their numbers, in order
     * @param int $from the place among them at which it goes onto the bench; -1 where it is there already
     * @param int $to the place of the last one before it leaves the bench; before $from where it takes nothing
     * @param string $factory the factory address that it has meanwhile and shares with others; '' for none
     * @param float $watts it draws from the bench
     * @param int $ready seconds until it can be worked on
     */
    public function __construct(
        public string $unit,
        public array $tasks,
        public int $from,
        public int $to,
        public string $factory,
        public float $watts,
        public int $ready,
    ) {}

    public function isOnTheBench(): bool
    {
        return -1 === $this->from;
    }

    public function needsTheBench(): bool
    {
        return $this->to >= max(0, $this->from);
    }
}
