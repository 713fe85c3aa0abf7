<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Values;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Profile\Relation\Comparison;

/** Two values that must agree, and do not: each unit looks right by itself. */
#[About('pairing-broken', 'settings do not match', Section::Pairings)]
final class PairingBroken extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->pairings()->broken() as $state) {
            if (Comparison::SameFirmware === $state->tie->relation) {
                continue;
            }
            $mend = $state->mends[0] ?? null;
            yield $this->found(
                severity: Severity::Error,
                title: $state->said(),
                why: '' === $state->tie->why ? \sprintf('Both %s.', $state->tie->relation->label()) : $state->tie->why,
                devices: [$state->coupled->from->id, $state->coupled->to->id],
                advice: null === $mend ? \sprintf('Set both values: they %s.', $state->tie->relation->label()) : $mend->title.'.',
                change: $mend,
                value: $state->tie->name,
            );
        }
    }
}
