<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Vorhut\App\Web\View\Link;

/** Several units beside each other, step by step. */
final readonly class BatchView
{
    /**
     * @param list<array{group: string, options: list<array{value: string, text: string, isIt: bool}>}> $choices kinds and places
     * @param list<array{number: int, title: string, stage: string, url: string, isIt: bool, left: string}> $columns
     * @param list<BatchRowView> $rows
     * @param string $of what the rows are, as the address has it
     * @param string $steps ids of what is done next, with blanks between; '' for none
     * @param string|null $recordUrl null for who may not
     * @param list<Link> $others
     */
    public function __construct(
        public string $summary,
        public string $title,
        public string $detail,
        public array $choices,
        public array $columns,
        public array $rows,
        public string $of,
        public string $steps,
        public int $taken,
        public ?string $recordUrl,
        public int $version,
        public string $chooseUrl,
        public array $others,
        /** Whether something is to be read at what is done next. */
        public bool $hasReads,
    ) {}
}
