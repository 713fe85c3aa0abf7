<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Vorhut\App\Web\View\FormField;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Post;

/** What was done in a job, day by day. */
final readonly class HistoryView
{
    /**
     * @param list<FormField> $fields to look for something
     * @param array<string, list<array{
     *     time: string,
     *     who: string,
     *     title: string,
     *     url: string,
     *     records: string,
     *     undone: string,
     *     undo: Post|null,
     * }>> $days entries by day
     * @param list<Link> $pages
     */
    public function __construct(
        public string $summary,
        public string $action,
        public array $fields,
        public ?string $allUrl,
        public array $days,
        public array $pages,
    ) {}
}
