<?php

declare(strict_types=1);

namespace Vorhut\App\Frame;

use Vorhut\App\Timers\TimerStripView;
use Vorhut\App\Tour\TourView;
use Vorhut\App\Web\View\Next;
use Vorhut\App\Web\View\Post;

/** What stands around the work on every page of a job. */
final readonly class JobFrame
{
    /**
     * @param list<array{id: string, name: string, key: string, state: string, done: bool, findings: int, url: string, here: bool}> $way
     * @param list<TimerStripView> $timers those that run at the bench
     * @param Next|null $first what to do in a job that is still empty
     * @param int $version the revision the page was made from: every form sends it back
     */
    public function __construct(
        public string $slug,
        public string $name,
        public string $client,
        public array $way,
        public string $findUrl,
        public string $scanUrl,
        public int $version,
        public ?Post $undo,
        public ?Post $redo,
        public string $undoTime,
        public string $today,
        public array $timers,
        public ?Next $first,
        public ?TourView $tour,
    ) {}
}
