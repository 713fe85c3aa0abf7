<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Values;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Profile\Relation\Comparison;

/** Units of one pair speak to each other only with firmware of one family. */
#[About('firmware-mixed', 'firmware families differ', Section::Pairings)]
final class FirmwareMixed extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->pairings()->broken() as $state) {
            if (Comparison::SameFirmware !== $state->tie->relation) {
                continue;
            }
            $from = $state->coupled->from;
            $to = $state->coupled->to;
            yield $this->found(
                severity: Severity::Error,
                title: \sprintf('%s has firmware %s; its partner %s has %s', $from->name, $from->firmware, $to->name, $to->firmware),
                why: '' === $state->tie->why ? 'They work together only with the same firmware family.' : $state->tie->why,
                devices: [$from->id, $to->id],
                advice: 'Update both to the same firmware family, the leading device first.',
                value: $state->tie->name,
            );
        }
    }
}
