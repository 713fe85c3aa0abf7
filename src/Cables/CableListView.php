<?php

declare(strict_types=1);

namespace Vorhut\App\Cables;

use Vorhut\Core\Exchange\CableRow;

/** A cable list as it was pasted, and what it would do. */
final readonly class CableListView
{
    /**
     * @param list<CableRow> $rows those that do something or cannot
     * @param array<string, string|int> $values what goes along when it is taken
     */
    public function __construct(
        public string $url,
        public string $takeUrl,
        public string $csvUrl,
        public string $columns,
        public string $text,
        public array $rows,
        public string $summary,
        public string $more,
        public string $error,
        public array $values,
    ) {}
}
