<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Media;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Reading;
use Vorhut\Core\Job\ReadingOf;
use Vorhut\Core\Load\FlowRates;

/** An encoder swings by 15 % about what it is set to; what is further off is set otherwise, or starved. */
#[About('measured-off-plan', 'measured rate differs', Section::Media)]
final class MeasuredOffPlan extends Rule
{
    private const NATURE = 0.15;

    public function check(Plan $plan): iterable
    {
        $rates = new FlowRates($plan->job, $plan->settings());
        foreach (self::last($plan->job->all(Reading::class), ReadingOf::Rate) as $reading) {
            $device = $plan->job->devices[$reading->device];
            $planned = $rates->media($device);
            if ($planned <= 0 || null === $reading->value || abs($reading->value / $planned - 1) <= self::NATURE) {
                continue;
            }
            yield $this->found(
                severity: Severity::Error,
                title: \sprintf(
                    '%s sends %.1f Mbit/s (measured); %.1f Mbit/s are planned',
                    $device->name,
                    $reading->value / 1000,
                    $planned / 1000,
                ),
                why: \sprintf('Measured %s; ± 15 %% is normal.', $reading->at ?? 'on the device'),
                devices: [$device->id],
                advice: $reading->value < $planned
                    ? 'Check for a still video input and a congested uplink.'
                    : 'Check its bit rate and look for additional streams.',
                records: [['readings', $reading->id]],
            );
        }
    }

    /**
     * @param iterable<Reading> $readings
     *
     * @return list<Reading> of each unit the latest
     */
    private static function last(iterable $readings, ReadingOf $what): array
    {
        $last = [];
        foreach ($readings as $reading) {
            if ($what === $reading->what && ($reading->at ?? '') >= ($last[$reading->device]->at ?? '')) {
                $last[$reading->device] = $reading;
            }
        }

        return array_values($last);
    }
}
