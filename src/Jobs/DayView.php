<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;

/** The start of the day: what can be done now, what waits for whom, how many hands and hours are left, what others did. */
final readonly class DayView
{
    /**
     * @param list<array{unit: string, step: string, url: string}> $now
     * @param list<array{who: string, count: int, what: string, link: Link}> $waits
     * @param list<array{title: string, detail: string, url: string}> $since
     * @param int $share per cent of the hands' time that the work takes; 100 or more: it does not fit
     */
    public function __construct(
        public ?Next $next,
        public array $now,
        public string $more,
        public array $waits,
        public string $left,
        public string $time,
        public int $share,
        public array $since,
        public string $sinceTitle,
        public Link $schedule,
        public Link $batch,
    ) {}
}
