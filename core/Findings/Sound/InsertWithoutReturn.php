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
#[About('insert-without-return', 'insert without return', Section::Media, view: 'chains')]
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
                        'In %s, %d of %d channels return from the insert %s',
                        $chain->name,
                        $insert->stage->returned ?? 0,
                        $insert->sent(),
                        $insert->stage->name,
                    ),
                    why: 'Channels without a return are silent.',
                    devices: $insert->units(),
                    advice: 'Patch the channel inputs to the insert return.',
                    value: $chain->id.' '.$insert->stage->name,
                    records: [['chains', $chain->id]],
                );
            }
        }
    }
}
