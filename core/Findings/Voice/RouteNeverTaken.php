<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Voice;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Voice\RouteUse;
use Vorhut\Core\Voice\VoicePlan;

/** A route for numbers that others take before it, or that nobody may use. */
#[About('route-never-taken', 'route never used', Section::Voice)]
final class RouteNeverTaken extends Rule
{
    public function check(Plan $plan): iterable
    {
        $voice = new VoicePlan($plan->job);
        if ([] === $voice->out) {
            return;
        }
        $use = new RouteUse($voice);
        foreach ($use->untaken() as $route) {
            $instead = $use->instead($route);
            yield $this->found(
                severity: Severity::Error,
                title: \sprintf('No call can use the route %s', $route->name),
                why: '' === $instead ? 'No extension is permitted to use it.' : $instead,
                devices: [],
                advice: '' === $instead
                    ? 'Permit extensions on the route, or delete it.'
                    : 'Move it up, or narrow the digit map of the other route.',
                value: $route->id,
                records: [['routes', $route->id]],
            );
        }
    }
}
