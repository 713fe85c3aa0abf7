<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Rules;

use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Collection;

/** Snooping switches need a querier, or memberships age out (RFC 4541, section 2.1.1). */
final class SnoopingWithoutQuerier implements Rule
{
    public function id(): string
    {
        return 'snooping-without-querier';
    }

    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->segments as $segment) {
            if ($segment->snooping && !$segment->querier) {
                yield new Finding(
                    $this->id(),
                    Severity::Care,
                    \sprintf('%s snoops multicast, but nobody queries', $segment->name),
                    'Multicast works for about 260 s after a unit joins, then stops. Some switches flood instead.',
                    [],
                    'Switch a querier on in this segment.',
                    new ChangeSet(\sprintf('Switched a querier on in %s', $segment->name), [$plan->job->edit(Collection::Segments, $segment->id, ['querier' => true])]),
                    $segment->id,
                );
            }
        }
    }
}
