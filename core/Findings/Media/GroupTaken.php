<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Media;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Flow;

/** Every stream that is sent once for all has a group of its own: who listens to a group hears all that is sent to it. */
#[About('group-taken', 'multicast group used twice', Section::Media)]
final class GroupTaken extends Rule
{
    public function check(Plan $plan): iterable
    {
        $first = [];
        foreach ($plan->job->all(Flow::class) as $flow) {
            if (null === $flow->group) {
                continue;
            }
            $other = $first[(string) $flow->group] ??= $flow;
            if ($other !== $flow) {
                yield $this->found(
                    severity: Severity::Error,
                    title: \sprintf('%s and %s use the same multicast group, %s', $other->name, $flow->name, $flow->group),
                    why: 'Every member receives both.',
                    devices: [],
                    advice: \sprintf('Set another group for %s.', $flow->name),
                    value: $flow->id,
                    records: [['flows', $flow->id], ['flows', $other->id]],
                );
            }
        }
    }
}
