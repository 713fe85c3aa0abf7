<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Sound;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Sound\PagingZones;

/** A horn that belongs to no zone stays silent when all the others speak. */
#[About('horn-hears-nothing', Section::Media, view: 'chains')]
final class HornHearsNothing extends Rule
{
    public function check(Plan $plan): iterable
    {
        $deaf = PagingZones::deaf($plan->job);
        if ([] !== $deaf) {
            $more = \count($deaf) - 1;
            yield $this->found(
                severity: Severity::Warning,
                title: 0 === $more
                    ? \sprintf('%s listens to no zone, and has no number', $deaf[0]->name)
                    : \sprintf('%s and %d more listen to no zone, and have no number', $deaf[0]->name, $more),
                why: 'Nothing that is announced comes out there.',
                devices: array_map(static fn (Device $d): string => $d->id, $deaf),
                advice: 'Let them join the group of their zone, or give them numbers.',
            );
        }
        foreach (PagingZones::zones($plan->job) as $zone) {
            if ([] === $zone->speakers) {
                yield $this->found(
                    severity: Severity::Warning,
                    title: \sprintf('Nobody speaks to %s', $zone->group),
                    why: \sprintf('%s and %d more listen to it.', $zone->horns[0]->name, \count($zone->horns) - 1),
                    devices: [$zone->horns[0]->id],
                    advice: 'Plan the stream or the number that speaks to it, or let them listen to another group.',
                    value: $zone->group,
                );
            }
        }
    }
}
