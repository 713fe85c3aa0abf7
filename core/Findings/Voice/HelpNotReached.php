<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Voice;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Voice\CallerGroups;
use Vorhut\Core\Voice\HelpCalls;
use Vorhut\Core\Voice\VoicePlan;

/** A number for help that does not leave the house as it was dialled. */
#[About('help-not-reached', 'emergency call', Section::Voice)]
final class HelpNotReached extends Rule
{
    public function check(Plan $plan): iterable
    {
        $voice = new VoicePlan($plan->job);
        foreach ([] === $voice->emergencies() ? [] : (new HelpCalls($voice))->faults() as $fault) {
            yield $this->found(
                severity: $fault->isLost ? Severity::Error : Severity::Warning,
                title: \sprintf(
                    'Emergency number %s dialled at %s %s',
                    $fault->dialled,
                    CallerGroups::named(...$fault->callers),
                    $fault->said,
                ),
                why: 'The emergency call fails or is delayed. Follow local law; never dial it as a test.',
                devices: [],
                advice: $fault->advice,
                value: $fault->dialled.' '.$fault->callers[0]->number,
                records: null === $fault->route ? [] : [['routes', $fault->route]],
            );
        }
    }
}
