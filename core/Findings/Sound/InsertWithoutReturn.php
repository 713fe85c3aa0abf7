<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Sound;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Chain;

/** What is sent to be processed must come back into the channel, or nothing is heard. */
#[About('insert-without-return', Section::Media, view: 'chains')]
final class InsertWithoutReturn extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->all(Chain::class) as $chain) {
            $sum = $plan->sumOf($chain);
            foreach ($sum->withoutReturn() as $insert) {
                yield $this->found(
                    severity: Severity::Error,
                    title: \sprintf(
                        '%s: %d of %d channels come back from %s',
                        $chain->name,
                        $insert->stage->returned ?? 0,
                        $insert->sent(),
                        $insert->stage->name,
                    ),
                    why: 'Without the return nothing is heard of those that were sent.',
                    devices: $insert->units(),
                    advice: 'Take the inputs of those channels from where they come back.',
                    value: $chain->id.' '.$insert->stage->name,
                    records: [['chains', $chain->id]],
                );
            }
        }
    }
}
