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
#[About('horn-hears-nothing', 'horn without source', Section::Media, view: 'chains')]
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
                    ? \sprintf('%s is in no paging group and has no extension', $deaf[0]->name)
                    : \sprintf('%s and %d more are in no paging group and have no extension', $deaf[0]->name, $more),
                why: 'No announcement reaches it.',
                devices: array_map(static fn (Device $d): string => $d->id, $deaf),
                advice: 'Set the paging group, or assign an extension.',
            );
        }
        foreach (PagingZones::zones($plan->job) as $zone) {
            if ([] === $zone->speakers) {
                yield $this->found(
                    severity: Severity::Warning,
                    title: \sprintf('No source sends to the paging group %s', $zone->group),
                    why: \sprintf('Horns that have joined it: %d, for example %s.', \count($zone->horns), $zone->horns[0]->name),
                    devices: [$zone->horns[0]->id],
                    advice: \sprintf('Plan a stream or a paging extension for %s, or change the group of the horns.', $zone->group),
                    value: $zone->group,
                );
            }
        }
    }
}
