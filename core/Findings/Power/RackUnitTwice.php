<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Power;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;

/** Two things cannot stand in one unit of a rack. */
#[About('rack-unit-twice', 'rack unit', Section::Power)]
final class RackUnitTwice extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->racks() as $sum) {
            foreach ($sum->overlaps() as [$one, $other]) {
                yield $this->found(
                    severity: Severity::Error,
                    title: \sprintf(
                        '%s and %s both occupy rack unit %d of %s',
                        $one->name,
                        $other->name,
                        $other->item->unit,
                        $sum->rack->name,
                    ),
                    why: \sprintf('%s occupies %d to %d.', $one->name, $one->item->unit, $one->top()),
                    devices: [...$one->devices(), ...$other->devices()],
                    advice: \sprintf('Move %s to a free rack unit.', $other->name),
                    value: $sum->rack->id.' '.$other->index,
                    records: [['racks', $sum->rack->id]],
                );
            }
            foreach ($sum->overruns() as $one) {
                yield $this->found(
                    severity: Severity::Error,
                    title: \sprintf('%s does not fit into %s', $one->name, $sum->rack->name),
                    why: \sprintf('The rack has %d rack units, and it ends at %d.', $sum->rack->units, $one->top()),
                    devices: $one->devices(),
                    advice: \sprintf('Move %s down.', $one->name),
                    value: $sum->rack->id.' '.$one->index.' top',
                    records: [['racks', $sum->rack->id]],
                );
            }
        }
    }
}
