<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Voice;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Voice\BusyHours;

/** The busy hour needs more channels, licences or line than there are. */
#[About('trunk-too-narrow', 'trunk capacity', Section::Voice)]
final class TrunkTooNarrow extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ((new BusyHours($plan->job, $plan->licences()))->shortfalls() as $short) {
            yield $this->found(
                severity: Severity::Warning,
                title: $short->title,
                why: $short->why,
                devices: array_filter([$short->device], \is_string(...)),
                advice: $short->advice,
                value: $short->title,
                records: null === $short->trunk ? [] : [['trunks', $short->trunk]],
            );
        }
    }
}
