<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

/** One unit in the table of several. */
final readonly class BatchRowView
{
    /**
     * @param string $note that it has the factory address, or waits for who has
     * @param list<BatchCellView> $cells
     * @param bool $mayTake whether the step that is chosen can be done on it now
     */
    public function __construct(
        public string $id,
        public string $name,
        public string $url,
        public string $note,
        public array $cells,
        public bool $mayTake,
        public bool $isTaken,
    ) {}
}
