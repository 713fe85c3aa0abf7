<?php

declare(strict_types=1);

namespace Vorhut\Core\Media;

use Vorhut\Core\Job\Cast;
use Vorhut\Core\Job\Flow;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Uplink;
use Vorhut\Core\Load\FlowPaths;
use Vorhut\Core\Load\FlowRates;

/** What goes out by each measured way: streams that are pushed, and others of the plan that cross it. */
final class UplinkLoads
{
    /**
     * @param list<StreamOut> $streams
     *
     * @return array<array-key, array<array-key, float>> kbit/s by uplink and by sender
     */
    public static function loads(Job $job, array $streams): array
    {
        $loads = array_fill_keys(array_keys($job->all(Uplink::class)), []);
        if ([] === $loads) {
            return [];
        }
        $pushed = [];
        foreach ($streams as $stream) {
            $pushed[$stream->device->id] = true;
            foreach ($stream->uplinks as $uplink) {
                $loads[$uplink->id][$stream->device->id] = $stream->wireKbps * max(1, \count($stream->receivers));
            }
        }
        $ways = new FlowPaths($job);
        $rates = new FlowRates($job);
        foreach ($job->all(Flow::class) as $flow) {
            foreach (array_diff($ways->units($flow->from), array_keys($pushed)) as $sender) {
                foreach (self::crossed($job, $ways, $flow, $sender) as $uplink => $copies) {
                    $loads[$uplink][$sender] = ($loads[$uplink][$sender] ?? 0.0) + $copies * $rates->kbps($flow, $sender);
                }
            }
        }

        return $loads;
    }

    /** @return array<array-key, int> copies by uplink */
    private static function crossed(Job $job, FlowPaths $ways, Flow $flow, string $sender): array
    {
        $copies = [];
        foreach (array_diff($ways->units(...$flow->to), [$sender]) as $receiver) {
            foreach ($ways->legs($sender, $receiver) as $leg) {
                foreach ($job->all(Uplink::class) as $uplink) {
                    if ([$uplink->router, $uplink->segment] === [$leg->from, $leg->segment]) {
                        $copies[$uplink->id] = Cast::Multicast === $flow->cast ? 1 : ($copies[$uplink->id] ?? 0) + 1;
                    }
                }
            }
        }

        return $copies;
    }
}
