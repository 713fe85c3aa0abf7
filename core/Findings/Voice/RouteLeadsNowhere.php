<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Voice;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\CallTarget;
use Vorhut\Core\Job\ExtensionKind;
use Vorhut\Core\Job\RouteDirection;
use Vorhut\Core\Job\Trunk;
use Vorhut\Core\Job\VoiceRoute;

/** A route, a key of a menu or a fallback whose target is another kind of thing than it says, or a route out without a trunk. */
#[About('route-leads-nowhere', 'call destination', Section::Voice)]
final class RouteLeadsNowhere extends Rule
{
    public function check(Plan $plan): iterable
    {
        $hasTrunks = [] !== $plan->job->all(Trunk::class);
        foreach ($plan->job->all(VoiceRoute::class) as $route) {
            if (RouteDirection::Out === $route->direction && null === $route->to && !$hasTrunks) {
                yield $this->finding(
                    \sprintf('The outbound route %s has no trunk', $route->name),
                    'Assign a trunk to the route.',
                    'routes',
                    $route->id,
                );
            }
            foreach (array_filter([$route->to, $route->closed]) as $target) {
                yield from $this->misfit(plan: $plan, target: $target, who: $route->name, list: 'routes', id: $route->id);
            }
        }
        foreach ($plan->job->all(Trunk::class) as $trunk) {
            foreach (array_filter([$trunk->fallback]) as $target) {
                yield from $this->misfit(plan: $plan, target: $target, who: $trunk->name, list: 'trunks', id: $trunk->id);
            }
        }
        foreach ($plan->job->extensions as $extension) {
            $targets = [$extension->otherwise, $extension->menu->timeout, $extension->menu->invalid];
            foreach ($extension->menu->keys as $key) {
                $targets[] = $key->to;
            }
            foreach (array_filter($targets) as $target) {
                yield from $this->misfit(plan: $plan, target: $target, who: $extension->name, list: 'extensions', id: $extension->number);
            }
        }
    }

    /** @return iterable<Finding> */
    private function misfit(Plan $plan, CallTarget $target, string $who, string $list, string $id): iterable
    {
        $extension = $plan->job->extensions[$target->number] ?? null;
        if (null !== $extension && !$target->fits($extension)) {
            $wanted = ExtensionKind::from($target->kind)->label();
            $title = \sprintf(
                '%1$s leads to the %2$s %3$s, but extension %3$s has the type “%4$s”',
                $who,
                $wanted,
                $target->number,
                $extension->kind->label(),
            );
            yield $this->finding($title, 'Set the destination to an existing extension.', $list, $id);
        }
    }

    private function finding(string $title, string $advice, string $list, string $id): Finding
    {
        $why = 'Calls end at the wrong destination.';

        return $this->found(
            severity: Severity::Error,
            title: $title,
            why: $why,
            devices: [],
            advice: $advice,
            value: $title,
            records: [[$list, $id]],
        );
    }
}
