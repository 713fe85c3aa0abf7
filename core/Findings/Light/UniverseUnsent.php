<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Light;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Light\Senders;
use Vorhut\Core\Light\Universes;

/** A universe that has fixtures and no sender stays dark. */
#[About('universe-unsent', 'universe without source', Section::Media, view: 'light')]
final class UniverseUnsent extends Rule
{
    public function check(Plan $plan): iterable
    {
        $senders = Senders::bySender($plan->job, $plan->settings());
        if ([] === $senders) {
            return;
        }
        foreach (Universes::used($plan->job) as $universe => $fixtures) {
            if (!isset($senders[$universe])) {
                yield $this->found(
                    severity: Severity::Error,
                    title: \sprintf('Universe %d has no source', $universe),
                    why: \sprintf('%s is patched in it.', $fixtures[0]->name),
                    devices: [],
                    advice: \sprintf(
                        'Add universe %d to the output of a lighting desk, or patch its fixtures in another universe.',
                        $universe,
                    ),
                    value: (string) $universe,
                );
            }
        }
    }
}
