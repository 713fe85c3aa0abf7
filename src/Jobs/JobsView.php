<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Vorhut\App\Runs\RunView;
use Vorhut\App\Web\View\Link;

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
     * }> $jobs
     * @param list<RunView> $runs
     * @param list<Link> $actions
     */
    public function __construct(public array $jobs, public array $runs, public array $actions) {}
}
