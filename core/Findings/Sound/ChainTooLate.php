<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Sound;

use Vorhut\Core\Apart;
use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Chain;
use Vorhut\Core\Job\ChainFor;
use Vorhut\Core\Sound\StageSum;

/** Sound that comes too late is played against, or falls off the lips (EBU R37). */
#[About('chain-too-late', 'audio latency', Section::Media, view: 'chains')]
final class ChainTooLate extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->all(Chain::class) as $chain) {
            $sum = $plan->sumOf($chain);
            $limit = $sum->limitMs();
            $total = $sum->totalMs();
            if ((null !== $limit && $total > $limit) || $total < $sum->earliestMs()) {
                $isEarly = $total < $sum->earliestMs();
                $stages = $sum->stages;
                usort($stages, static fn (StageSum $a, StageSum $b): int => $b->ms <=> $a->ms);
                yield $this->found(
                    severity: Severity::Error,
                    title: $isEarly
                        ? \sprintf('%s: total latency %.1f ms, at least %.1f ms needed', $chain->name, $total, $sum->earliestMs())
                        : \sprintf('%s: total latency %s ms, limit %s ms', $chain->name, ...Apart::figures($total, (float) $limit, 1)),
                    why: ChainFor::Picture === $chain->for
                        ? \sprintf('The video has %.1f ms.', $chain->pictureMs ?? 0.0)
                        : 'Performers hear themselves late.',
                    devices: [],
                    advice: $isEarly ? \sprintf('Delay the audio of %s.', $chain->name) : \sprintf(
                        'Reduce the latency of %s, the largest with %.1f ms.',
                        $stages[0]->stage->name,
                        $stages[0]->ms,
                    ),
                    value: $chain->id,
                    records: [['chains', $chain->id]],
                );
            }
        }
    }
}
