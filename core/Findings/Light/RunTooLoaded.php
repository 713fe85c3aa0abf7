<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Light;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Light\SlotStrip;
use Vorhut\Core\Light\Universes;

/** One run drives 32 unit loads (TIA-485-A, which ANSI E1.11 builds on). */
#[About('run-too-loaded', 'unit loads', Section::Media, view: 'light')]
final class RunTooLoaded extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach (Universes::used($plan->job) as $universe => $fixtures) {
            foreach (Universes::loads($fixtures) as $node => $loads) {
                if ($loads <= SlotStrip::UNIT_LOADS) {
                    continue;
                }
                $name = $plan->job->devices[$node]->name ?? null;
                $run = \sprintf('Universe %d%s', $universe, null === $name ? '' : ' from '.$name);
                yield $this->found(
                    severity: Severity::Error,
                    title: \sprintf('%s has %s unit loads on one DMX512 line', $run, round($loads, 3)),
                    why: \sprintf('A line drives %d (ANSI E1.11).', SlotStrip::UNIT_LOADS),
                    devices: null === $name ? [] : [(string) $node],
                    advice: 'Install a splitter, or move fixtures to another output.',
                    value: $universe.' '.$node,
                );
            }
        }
    }
}
