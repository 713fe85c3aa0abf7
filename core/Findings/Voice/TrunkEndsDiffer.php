<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Voice;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Trunk;
use Vorhut\Core\Job\TrunkKind;
use Vorhut\Core\Voice\TrunkRows;

/** The two ends of a trunk hold different things to be so. */
#[About('trunk-ends-differ', 'trunk ends differ', Section::Voice)]
final class TrunkEndsDiffer extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->all(Trunk::class) as $trunk) {
            foreach (TrunkKind::Sip === $trunk->kind ? TrunkRows::rows($trunk) : [] as $row) {
                if (false === $row->agrees) {
                    yield $this->found(
                        severity: 'channels' === $row->key ? Severity::Warning : Severity::Error,
                        title: \sprintf(
                            'Trunk %s, "%s" differs: %s at our end, %s at the carrier\'s end',
                            $trunk->name,
                            $row->name,
                            $row->ours,
                            $row->theirs,
                        ),
                        why: $row->why,
                        devices: array_filter([$trunk->system], \is_string(...)),
                        advice: 'Ask the carrier which value is right, and change the other end.',
                        value: $trunk->id.' '.$row->key,
                        records: [['trunks', $trunk->id]],
                    );
                }
            }
        }
    }
}
