<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Vorhut\App\Web\View\Link;

/** A pasted list of records of one kind, and what it would do. */
final readonly class RecordListView
{
    /**
     * @param list<Link> $actions
     * @param list<array{heading: string, allowed: string, required: bool}> $columns
     * @param list<array{line: int, name: string, does: string, isRefused: bool, why: list<string>}> $rows
     * @param list<string> $notes
     * @param array<string, string|int> $values what goes along when it is taken; none where nothing is to be taken
     */
    public function __construct(
        public string $title,
        public array $actions,
        public string $url,
        public string $takeUrl,
        public string $example,
        public array $columns,
        public string $text,
        public array $rows,
        public string $summary,
        public array $notes,
        public string $error,
        public array $values,
    ) {}
}
