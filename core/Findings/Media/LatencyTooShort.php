<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Media;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Uplink;

/** What is lost comes again only while the receiver waits: four round trips, and more where more is lost. */
#[About('latency-too-short', 'latency too short', Section::Media)]
final class LatencyTooShort extends Rule
{
    private const LATENCY = 'latency';
    /** Milliseconds to which an advice is rounded up. */
    private const STEP = 10;

    public function check(Plan $plan): iterable
    {
        foreach ($plan->streams() as $stream) {
            $needed = $stream->neededMs();
            if (null === $needed || null === $stream->latencyMs || $stream->latencyMs >= $needed) {
                continue;
            }
            $enough = (int) (ceil($needed / self::STEP) * self::STEP);
            yield $this->found(
                severity: Severity::Error,
                title: \sprintf('The latency of %s is set to %d ms; %d ms are needed', $stream->device->name, $stream->latencyMs, $needed),
                why: 'At the measured round trip and loss, retransmitted packets arrive too late.',
                devices: [$stream->device->id],
                advice: \sprintf('Set the latency to %d ms at both ends.', $enough),
                change: self::wait($plan, [$stream->device->id, ...$stream->receivers], $enough),
                records: array_map(static fn (Uplink $u): array => ['uplinks', $u->id], $stream->uplinks),
            );
        }
    }

    /** @param list<string> $units that wait less are told to wait so many ms */
    private static function wait(Plan $plan, array $units, int $enough): ChangeSet
    {
        $edits = [];
        foreach ($units as $id) {
            $device = $plan->job->devices[$id] ?? null;
            $value = null === $device ? null : $plan->settings()->value($device, self::LATENCY)?->value();
            if (null !== $device && is_numeric($value) && $value < $enough) {
                array_push($edits, ...$plan->tell($device, [self::LATENCY => $enough], '')->edits);
            }
        }

        return new ChangeSet(\sprintf('Set the latency to %d ms at both ends', $enough), $edits);
    }
}
