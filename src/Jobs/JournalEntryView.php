<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Post;

/** One entry of the journal, whole: what every record was and is. */
final readonly class JournalEntryView
{
    /** @param list<array{record: string, field: string, before: string, after: string}> $rows */
    public function __construct(
        public string $title,
        public string $summary,
        public array $rows,
        public ?Post $undo,
        public Link $back,
    ) {}
}
