<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Vorhut\App\Runs\RunView;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Pages;
use Vorhut\App\Web\View\Post;

/** The list of jobs, where each stands. */
final readonly class JobsView
{
    /**
     * @param list<array{
     *     name: string,
     *     client: string,
     *     url: string,
     *     devices: string,
     *     segments: string,
     *     setUp: string,
     *     addresses: string,
     *     state: string,
     *     tone: string,
     *     findings: string,
     *     due: string,
     *     dueOn: string,
     *     isDueSoon: bool,
     *     archive: Post|null,
     * }> $jobs
     * @param list<RunView> $runs
     * @param list<Link> $actions
     * @param bool $hasFilter whether there are so many that one looks for one
     */
    public function __construct(
        public string $title,
        public string $summary,
        public array $jobs,
        public array $runs,
        public array $actions,
        public JobsQuery $query,
        public Pages $pages,
        public bool $hasFilter,
        public bool $isTourOffered,
    ) {}
}
