<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Wiring;

use Vorhut\Core\Apart;
use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Flow;
use Vorhut\Core\Job\SwitchLink;
use Vorhut\Core\Load\FlowPaths;
use Vorhut\Core\Load\FlowReductions;
use Vorhut\Core\Load\LoadPlan;

/** No link carries more than it may. */
#[About('link-overloaded', 'link overload', Section::Networks, view: 'cables')]
final class LinkOverloaded extends Rule
{
    private const MAX_NAMED = 4;
    /** Links for which a change is looked for. */
    private const MAX_TRIED = 3;

    public function check(Plan $plan): iterable
    {
        if ([] === $plan->job->all(Flow::class)) {
            return;
        }
        $loads = new LoadPlan($plan->job, new FlowPaths($plan->job, $plan->network()));
        $lighter = new FlowReductions($plan->job, $loads);
        $tried = 0;
        foreach ($loads->lines() as $line) {
            if ($line->fits()) {
                continue;
            }
            $isLink = !str_starts_with($line->link, 'plug:');
            $unit = $isLink ? '' : explode('/', substr($line->link, \strlen('plug:')))[0];
            $what = $isLink
                ? $plan->job->all(SwitchLink::class)[$line->link]->name ?? $line->link
                : 'Cable of '.$plan->job->nameOf($unit);
            $way = 'from-to' === $line->direction ? 'Outbound' : 'Inbound';
            $names = array_map(
                static fn (string $f): string => $plan->job->all(Flow::class)[$f]->name ?? $f,
                \array_slice($line->flows, 0, self::MAX_NAMED),
            );
            $change = $tried++ < self::MAX_TRIED ? $lighter->mend($line) : null;
            yield $this->found(
                severity: Severity::Error,
                title: \sprintf(
                    '%s: %s Mbit/s planned, limit %s Mbit/s',
                    $what,
                    ...Apart::figures($line->kbps / 1000, $line->limitKbps / 1000, 1),
                ),
                why: \sprintf('%s%s: %s.', $way, '' === $line->moment ? '' : ', at '.$line->moment, implode(', ', $names)),
                devices: $isLink ? [] : [$unit],
                advice: null === $change ? 'Reduce the streams, send them as multicast, or install a faster link.' : $change->title.'.',
                change: $change,
                value: $line->link.' '.$line->direction,
                records: $isLink ? [['links', $line->link]] : [],
            );
        }
    }
}
