<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Media;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Flow;
use Vorhut\Core\Load\FlowPaths;

/** A stream for which a rate is typed, of a unit that is pushed and counted by its own settings: one of the two is wrong. */
#[About('rate-of-another', 'two rates', Section::Media)]
final class RateOfAnother extends Rule
{
    /** Share by which headers and what is sent again may differ. */
    private const TOLERANCE = 0.35;

    public function check(Plan $plan): iterable
    {
        $own = [];
        foreach ($plan->streams() as $stream) {
            $own[$stream->device->id] = $stream;
        }
        if ([] === $own) {
            return;
        }
        $ways = new FlowPaths($plan->job, $plan->network());
        foreach ($plan->job->all(Flow::class) as $flow) {
            $typed = $flow->kbps;
            foreach (null === $typed ? [] : $ways->units($flow->from) as $sender) {
                $wire = $own[$sender]->wireKbps ?? 0.0;
                if (null === $typed || 0.0 === $wire || abs($wire - $typed) <= self::TOLERANCE * $wire) {
                    continue;
                }
                yield $this->found(
                    Severity::Warning,
                    title: \sprintf(
                        '%s is planned with %.1f Mbit/s; %s sends %.1f Mbit/s by its settings',
                        $flow->name,
                        $typed / 1000,
                        $plan->job->nameOf($sender),
                        $wire / 1000,
                    ),
                    why: 'Uplinks are calculated with the rate that the device sends.',
                    devices: [$sender],
                    advice: \sprintf('Clear the rate of %s, or set the device to it.', $flow->name),
                    value: $flow->id,
                    records: [['flows', $flow->id]],
                );
            }
        }
    }
}
