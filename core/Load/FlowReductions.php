<?php

declare(strict_types=1);

namespace Vorhut\Core\Load;

use Vorhut\Core\Job\Cast;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Flow;
use Vorhut\Core\Job\Job;

/** Looks for the smallest change of streams by which an overloaded link fits, each tried on a copy of the plan. */
final readonly class FlowReductions
{
    /** Rates are lowered to whole steps of so many kbit/s. */
    private const STEP = 500;
    /** Streams that are looked at, the largest first. */
    private const MAX = 3;

    public function __construct(private Job $job, private LoadPlan $plan) {}

    /** Null where no change of one stream is enough. */
    public function mend(LoadLine $line): ?ChangeSet
    {
        $flows = array_filter(array_map(fn (string $id): ?Flow => $this->job->all(Flow::class)[$id] ?? null, $line->flows));
        $size = fn (Flow $f): float => $this->plan->share($line, $f);
        usort($flows, static fn (Flow $a, Flow $b): int => $size($b) <=> $size($a));
        foreach (\array_slice($flows, 0, self::MAX) as $flow) {
            if ($line->kbps - $this->plan->share($line, $flow) > $line->limitKbps) {
                // Not even without it.
                continue;
            }
            foreach ([$this->once($flow), $this->slower($flow, $line), $this->slowerSender($flow, $line)] as $change) {
                if (null !== $change && $this->fits($line, $change)) {
                    return $change;
                }
            }
        }

        return null;
    }

    /** One copy for all, where there is one for each of several. */
    private function once(Flow $flow): ?ChangeSet
    {
        return Cast::Unicast === $flow->cast && \count($flow->to) > 1
            ? new ChangeSet(
                \sprintf('Send "%s" once for all', $flow->name),
                [$this->job->edit(Flow::class, $flow->id, ['cast' => Cast::Multicast->value])],
            )
            : null;
    }

    /** As much less as is too much. */
    private function slower(Flow $flow, LoadLine $line): ?ChangeSet
    {
        $left = (int) floor((($flow->kbps ?? 0) - ($line->kbps - $line->limitKbps)) / self::STEP) * self::STEP;

        return $left > 0
            ? new ChangeSet(
                \sprintf('Send "%s" with %s Mbit/s', $flow->name, $left / 1000),
                [$this->job->edit(Flow::class, $flow->id, ['kbps' => $left])],
            )
            : null;
    }

    /** The same where the rate is what the sender is set to: the sender is told. */
    private function slowerSender(Flow $flow, LoadLine $line): ?ChangeSet
    {
        $device = $this->job->devices[$flow->from->id] ?? null;
        $share = $this->plan->share($line, $flow);
        if (null !== $flow->kbps || null === $device || $share <= 0) {
            return null;
        }
        $rates = new FlowRates($this->job);
        $set = $rates->set($device);
        // Sound stays as it is; the picture makes up for what is too much.
        $max = null === $set ? 0.0 : $set - $rates->media($device) * ($line->kbps - $line->limitKbps) / $share;
        $left = (int) (floor($max / self::STEP) * self::STEP);

        return $left > 0
            ? new ChangeSet(
                \sprintf('Let %s send %s Mbit/s', $device->name, $left / 1000),
                [$this->job->edit(Device::class, $device->id, ['settings' => [FlowRates::SETTING => $left] + $device->settings])],
            )
            : null;
    }

    private function fits(LoadLine $line, ChangeSet $change): bool
    {
        return $this->plan->tried($change, $line) <= $line->limitKbps + 1e-9;
    }
}
