<?php

declare(strict_types=1);

namespace Vorhut\Core\Exchange;

use Vorhut\Core\Job\Edit;

/** One row of a list of numbers, and what it would do. */
final readonly class NumberRow
{
    /**
     * @param "new"|"changed"|"same"|"moves"|"renumbers"|"refused" $does
     * @param list<Edit> $edits
     */
    public function __construct(
        public int $line,
        public string $number,
        public string $does,
        public string $why,
        public array $edits,
    ) {}
}
