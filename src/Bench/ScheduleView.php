<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;
use Vorhut\App\Web\View\Post;

/** The order of work from now on. */
final readonly class ScheduleView
{
    /**
     * @param list<Link> $others
     * @param list<array{text: string, url: string, isIt: bool}> $counts how many technicians, to choose from
     * @param list<array{text: string, url: string, isIt: bool}> $zooms how much of it is in sight
     * @param list<array{name: string, isMe: bool, steps: list<array{at: string, unit: string, step: string, url: string}>}> $people
     * @param list<array{at: string, unit: string, steps: string, because: string}> $chain
     * @param list<array{unit: string, step: string, why: string, url: string}> $left
     * @param list<array{unit: string, at: string, take: Post|null}> $late
     * @param array<array-key, string> $units names by id, of those that may be late
     * @param list<Link> $places to plan one by one, where there are too many units
     */
    public function __construct(
        public string $summary,
        public ?Next $next,
        public array $others,
        public array $counts,
        public ?ScheduleDrawing $drawing,
        public array $zooms,
        public ?DayTable $table,
        public array $people,
        public array $chain,
        public array $left,
        public int $leftUnits,
        public array $late,
        public array $units,
        public ?string $lateUrl,
        public ?Post $presence,
        public array $places,
    ) {}
}
