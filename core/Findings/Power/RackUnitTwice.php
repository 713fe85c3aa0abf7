<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Power;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;

/** Two things cannot stand in one unit of a rack. */
#[About('rack-unit-twice', Section::Power)]
final class RackUnitTwice extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->racks() as $sum) {
            foreach ($sum->overlaps() as [$one, $other]) {
                yield $this->found(
                    severity: Severity::Error,
                    title: \sprintf('%s and %s both take unit %d of %s', $one->name, $other->name, $other->item->unit, $sum->rack->name),
                    why: \sprintf('%s takes %d to %d.', $one->name, $one->item->unit, $one->top()),
                    devices: [...$one->devices(), ...$other->devices()],
                    advice: \sprintf('Move %s.', $other->name),
                    value: $sum->rack->id.' '.$other->index,
                    records: [['racks', $sum->rack->id]],
                );
            }
            foreach ($sum->overruns() as $one) {
                yield $this->found(
                    severity: Severity::Error,
                    title: \sprintf('%s stands out of %s at the top', $one->name, $sum->rack->name),
                    why: \sprintf('The rack has %d units, and it ends at %d.', $sum->rack->units, $one->top()),
                    devices: $one->devices(),
                    advice: 'Move it down.',
                    value: $sum->rack->id.' '.$one->index.' top',
                    records: [['racks', $sum->rack->id]],
                );
            }
        }
    }
}
