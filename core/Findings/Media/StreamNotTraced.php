<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Media;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Flow;
use Vorhut\Core\Job\Uplink;
use Vorhut\Core\Load\FlowLeg;
use Vorhut\Core\Load\FlowPaths;
use Vorhut\Core\Media\PushAddress;

/** A stream that leaves the site, and of which the plan does not say by which uplink: it is in no sum. */
#[About('stream-not-traced', 'stream not traced', Section::Media)]
final class StreamNotTraced extends Rule
{
    public function check(Plan $plan): iterable
    {
        $uplinks = $plan->job->all(Uplink::class);
        if ([] === $uplinks) {
            return;
        }
        $ways = new FlowPaths($plan->job, $plan->network());
        foreach ($plan->job->all(Flow::class) as $flow) {
            foreach ($ways->units($flow->from) as $sender) {
                foreach ($ways->units(...$flow->to) as $end) {
                    $isOutside = !isset($plan->job->devices[$end]) && ($plan->network()->node($end)->isExternal ?? true);
                    if ($isOutside && isset($plan->job->devices[$sender]) && !self::crosses($uplinks, $legs = $ways->legs($sender, $end))) {
                        yield $this->finding(plan: $plan, sender: $sender, end: $end, legs: $legs, list: 'flows', id: $flow->id);
                    }
                }
            }
        }
        foreach ($plan->streams() as $stream) {
            $host = PushAddress::host($stream->address);
            if ([] === $stream->receivers && [] === $stream->uplinks && '' !== $host) {
                yield $this->finding(
                    plan: $plan,
                    sender: $stream->device->id,
                    end: $host,
                    legs: [],
                    list: 'devices',
                    id: $stream->device->id,
                );
            }
        }
    }

    /**
     * @param array<array-key, Uplink> $uplinks
     * @param list<FlowLeg> $legs
     */
    private static function crosses(array $uplinks, array $legs): bool
    {
        foreach ($legs as $leg) {
            foreach ($uplinks as $uplink) {
                if ([$uplink->router, $uplink->segment] === [$leg->from, $leg->segment]) {
                    return true;
                }
            }
        }

        return false;
    }

    /** @param list<FlowLeg> $legs as far as it gets */
    private function finding(Plan $plan, string $sender, string $end, array $legs, string $list, string $id): Finding
    {
        $last = $legs[\count($legs) - 1] ?? null;
        $far = null === $last ? 'It is counted nowhere.' : \sprintf(
            'It is counted as far as %s.',
            $plan->network()->segmentName($last->segment),
        );

        return $this->found(
            Severity::Warning,
            title: \sprintf('The stream from %s to %s crosses no measured uplink', $plan->job->nameOf($sender), $end),
            why: $far.' More leaves the site than the uplinks show.',
            devices: [$sender],
            advice: 'Plan its route and its uplink: the router, and the segment it leads to.',
            value: $end,
            records: [[$list, $id]],
        );
    }
}
