<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

/** One step of one unit in the table of several. */
final readonly class BatchCellView
{
    /**
     * @param string $state as CellState calls it; '' where the unit has no such step
     * @param string $said what a screen reader says, and a pointer shows
     * @param int $ends milliseconds since 1970 at which a time ends; 0 for none
     * @param string $clock what is left of it
     */
    public function __construct(
        public string $state,
        public string $said,
        public string $url,
        public bool $isNext,
        public int $ends,
        public string $clock,
    ) {}
}
