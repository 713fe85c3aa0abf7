<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Voice;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Voice\BusyHours;

/** The busy hour needs more channels, licences or line than there are. */
final class TrunkTooNarrow implements Rule
{
    public function about(): About
    {
        return new About('trunk-too-narrow', Section::Voice);
    }

    public function check(Plan $plan): iterable
    {
        foreach ((new BusyHours($plan->job, $plan->licences()))->shortfalls() as $short) {
            yield new Finding(
                about: $this->about(),
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
