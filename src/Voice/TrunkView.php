<?php

declare(strict_types=1);

namespace Vorhut\App\Voice;

use Vorhut\Core\Voice\TrunkRow;

/** One trunk with both its ends. */
final readonly class TrunkView
{
    /** @param list<TrunkRow> $rows none for a line that has one end */
    public function __construct(
        public string $name,
        public string $kind,
        public string $number,
        public string $summary,
        public string $busy,
        public ?int $channels,
        public ?int $needed,
        public array $rows,
        public bool $isWrong,
        public string $url,
    ) {}
}
