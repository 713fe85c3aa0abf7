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
#[About('snooping-without-querier', 'no IGMP querier', Section::Networks)]
final class SnoopingWithoutQuerier extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->segments as $segment) {
            if ($segment->snooping && !$segment->querier) {
                yield $this->found(
                    severity: Severity::Warning,
                    title: \sprintf('%s has IGMP snooping but no IGMP querier', $segment->name),
                    why: 'Memberships expire after about 260 s and multicast stops; some switches flood instead.',
                    devices: [],
                    advice: \sprintf('Enable an IGMP querier in %s.', $segment->name),
                    change: new ChangeSet(\sprintf('Enabled an IGMP querier in %s', $segment->name), [
                        $plan->job->edit(Segment::class, $segment->id, ['querier' => true]),
                    ]),
                    segment: $segment->id,
                );
            }
        }
    }
}
