<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Media;

use Vorhut\Core\Apart;
use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Uplink;
use Vorhut\Core\Media\StreamOut;
use Vorhut\Core\Media\UplinkLoads;

/** What goes out of a site fits into what was measured, with room for the day on which it is less. */
#[About('uplink-too-thin', 'uplink overload', Section::Media)]
final class UplinkTooThin extends Rule
{
    private const RATE = 'bit-rate';
    /** Rates are lowered to whole steps of so many kbit/s. */
    private const STEP = 100;

    public function check(Plan $plan): iterable
    {
        if ([] === $plan->job->all(Uplink::class)) {
            return;
        }
        $streams = $plan->streams();
        foreach (UplinkLoads::loads($plan->job, $streams) as $id => $loads) {
            $uplink = $plan->job->all(Uplink::class)[$id];
            $usable = $uplink->usableKbps();
            $sum = array_sum($loads);
            if (null === $usable || $sum <= $usable) {
                continue;
            }
            arsort($loads);
            $names = array_map($plan->job->nameOf(...), array_map(strval(...), array_keys($loads)));
            $change = $this->slower($plan, $streams, $loads, $sum - $usable);
            yield $this->found(
                severity: Severity::Error,
                title: \sprintf('%s: %s Mbit/s planned, limit %s Mbit/s', $uplink->name, ...Apart::figures($sum / 1000, $usable / 1000, 1)),
                why: implode(', ', $names).', retransmissions included.',
                devices: array_map(strval(...), array_keys($loads)),
                advice: null === $change ? 'Send fewer streams over it, or plan another uplink.' : $change->title.'.',
                change: $change,
                value: $uplink->id,
                records: [['uplinks', $uplink->id]],
            );
        }
    }

    /**
     * @param list<StreamOut> $streams
     * @param array<array-key, float> $loads the largest first
     */
    private function slower(Plan $plan, array $streams, array $loads, float $tooMuch): ?ChangeSet
    {
        foreach ($streams as $stream) {
            $load = $loads[$stream->device->id] ?? 0.0;
            $setting = $plan->settings()->setting($stream->device, self::RATE);
            $rate = $plan->settings()->value($stream->device, self::RATE)?->value();
            if (null === $setting || !is_numeric($rate) || $load <= $tooMuch) {
                continue;
            }
            $media = $stream->mediaKbps * ($load - $tooMuch) / $load;
            $left = (int) (floor(($rate - ($stream->mediaKbps - $media)) / self::STEP) * self::STEP);
            if ($left >= ($setting->min ?? 1)) {
                $title = \sprintf('Set the bit rate of %s to %.1f Mbit/s', $stream->device->name, $left / 1000);

                return $plan->tell($stream->device, [self::RATE => $left], $title);
            }
        }

        return null;
    }
}
