<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Network;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Segment;

/** Snooping switches need a querier, or memberships age out (RFC 4541, section 2.1.1). */
#[About('snooping-without-querier', Section::Networks)]
final class SnoopingWithoutQuerier extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->segments as $segment) {
            if ($segment->snooping && !$segment->querier) {
                yield $this->found(
                    severity: Severity::Warning,
                    title: \sprintf('%s snoops multicast, but nobody queries', $segment->name),
                    why: 'Multicast works for about 260 s after a unit joins, then stops. Some switches flood instead.',
                    devices: [],
                    advice: 'Switch a querier on in this segment.',
                    change: new ChangeSet(\sprintf('Switched a querier on in %s', $segment->name), [
                        $plan->job->edit(Segment::class, $segment->id, ['querier' => true]),
                    ]),
                    segment: $segment->id,
                );
            }
        }
    }
}
