<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Sound;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Chain;
use Vorhut\Core\Sound\StageSum;

/** One clock paces a chain: two drift apart and click. */
#[About('clocks-differ', 'several clock sources', Section::Media, view: 'chains')]
final class ClocksDiffer extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->all(Chain::class) as $chain) {
            $sum = $plan->sumOf($chain);
            $clocks = $sum->clocks();
            if (\count($clocks) > 1) {
                yield $this->found(
                    severity: Severity::Error,
                    title: \sprintf('%s is clocked by %s', $chain->name, implode(' and by ', array_column($clocks, 'clock'))),
                    why: 'Clocks drift apart; expect a click every few seconds.',
                    devices: array_merge(...array_map(static fn (StageSum $s): array => $s->units(), $clocks)),
                    advice: \sprintf('Set the clock source of all devices to %s, or plan a sample-rate converter.', $clocks[0]->clock),
                    value: $chain->id,
                    records: [['chains', $chain->id]],
                );
            }
        }
    }
}
