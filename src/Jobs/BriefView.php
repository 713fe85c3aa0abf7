<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Vorhut\App\Web\View\FindingLine;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Post;

/** What a job is, what is wrong with it and what was done. */
final readonly class BriefView
{
    /**
     * @param list<Link> $actions
     * @param list<FindingLine> $findings
     * @param list<LocationRow> $places each followed by those inside it
     * @param list<Link> $papers lists to print and to export
     * @param list<array{title: string, undone: bool, detail: string, url: string, undo: Post|null}> $journal
     * @param list<Link> $lists one for each list of the job
     */
    public function __construct(
        public string $title,
        public string $summary,
        public string $notes,
        public array $actions,
        public array $findings,
        public array $places,
        public ?Link $addPlace,
        public array $papers,
        public array $journal,
        public array $lists,
        public string $fieldRanges,
        public ?string $fieldModeUrl,
        public ?Post $archive,
        public ?string $removeUrl,
        public DayView $day,
    ) {}

    /** As many as the head of the page says: some lines stand for several. */
    public function findingsCount(): int
    {
        return array_sum(array_column($this->findings, 'count'));
    }
}
