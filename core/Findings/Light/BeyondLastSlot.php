<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Light;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Fixture;
use Vorhut\Core\Light\SlotStrip;
use Vorhut\Core\Light\Universes;

/** A universe ends with slot 512: what reaches beyond hears nothing there. */
#[About('beyond-last-slot', 'beyond slot 512', Section::Media, view: 'light')]
final class BeyondLastSlot extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach (Universes::used($plan->job) as $universe => $fixtures) {
            $strip = Universes::strip($fixtures);
            foreach ($strip->overruns() as $place) {
                $fixture = $fixtures[$place];
                $free = Universes::firstFree($strip, $fixture->footprint);
                yield $this->found(
                    severity: Severity::Error,
                    title: \sprintf('%s ends beyond slot %d of universe %d', $fixture->name, SlotStrip::SLOTS, $universe),
                    why: \sprintf('Start address %d, footprint %d slots.', $fixture->start, $fixture->footprint),
                    devices: [],
                    advice: null === $free ? \sprintf('Move %s to another universe.', $fixture->name) : \sprintf(
                        'Set the start address of %s to %d.',
                        $fixture->name,
                        $free,
                    ),
                    change: null === $free ? null : new ChangeSet(
                        \sprintf('Set the start address of %s to %d', $fixture->name, $free),
                        [$plan->job->edit(Fixture::class, $fixture->id, ['start' => $free])],
                    ),
                    records: [['fixtures', $fixture->id]],
                );
            }
        }
    }
}
