<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Sound;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Findings\Stop;
use Vorhut\Core\Sound\PagingZones;

/** A horn that belongs to no zone stays silent when all the others speak. */
final class HornHearsNothing implements Rule
{
    public function about(): About
    {
        return new About('horn-hears-nothing', 655, Stop::Media, view: 'chains');
    }

    public function check(Plan $plan): iterable
    {
        foreach (PagingZones::deaf($plan->job) as $horn) {
            yield new Finding(
                $this->about(),
                Severity::Care,
                \sprintf('%s listens to no zone, and has no number', $horn->name),
                'Nothing that is announced comes out of it.',
                [$horn->id],
                'Let it join the group of its zone, or give it a number.',
            );
        }
        foreach (PagingZones::of($plan->job) as $zone) {
            if ([] === $zone->speakers) {
                yield new Finding(
                    $this->about(),
                    Severity::Care,
                    \sprintf('Nobody speaks to %s', $zone->group),
                    \sprintf('%s and %d more listen to it.', $zone->horns[0]->name, \count($zone->horns) - 1),
                    [$zone->horns[0]->id],
                    'Plan the stream or the number that speaks to it, or let them listen to another group.',
                    value: $zone->group,
                );
            }
        }
    }
}
