<?php

declare(strict_types=1);

namespace Vorhut\App\Voice;

use Vorhut\Core\Exchange\NumberRow;

/** A list of numbers as it was pasted, and what it would do. */
final readonly class NumberListView
{
    /**
     * @param list<NumberRow> $rows those that do something or cannot
     * @param array<string, string|int> $values what goes along when it is taken
     */
    public function __construct(
        public string $url,
        public string $csvUrl,
        public string $text,
        public bool $renumbers,
        public array $rows,
        public string $summary,
        public string $more,
        public string $error,
        public array $values,
    ) {}
}
