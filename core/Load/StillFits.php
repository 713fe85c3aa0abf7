<?php

declare(strict_types=1);

namespace Vorhut\Core\Load;

use Vorhut\Core\Job\Flow;
use Vorhut\Core\Job\Job;

/** How many more streams a link takes, each like the largest one that it carries already. */
final readonly class StillFits
{
    private FlowRates $rates;

    public function __construct(private Job $job)
    {
        $this->rates = new FlowRates($job);
    }

    /** Null where nothing is carried whose rate is known. */
    public function on(LoadLine $line): ?int
    {
        $rates = array_map(
            fn (string $id): float => $this->rate($this->job->all(Flow::class)[$id] ?? null),
            $line->flows,
        );
        $largest = max([0.0, ...$rates]);

        return $largest > 0 ? (int) max(0, floor(($line->limitKbps - $line->kbps) / $largest + 1e-9)) : null;
    }

    private function rate(?Flow $flow): float
    {
        return null === $flow ? 0.0 : $this->rates->kbps($flow, $flow->from->id);
    }
}
