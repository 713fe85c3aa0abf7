<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Media;

use Vorhut\Core\Apart;
use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;

/** A battery that is flat before the event is over. */
#[About('battery-too-small', 'battery too small', Section::Media)]
final class BatteryTooSmall extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->streams() as $stream) {
            $hours = $stream->hours();
            $wants = $stream->runHours;
            if (null === $hours || null === $wants || $hours >= $wants) {
                continue;
            }
            yield $this->found(
                severity: Severity::Error,
                title: \sprintf(
                    'The battery of %s lasts %s h; %s h are needed',
                    $stream->device->name,
                    ...Apart::figures($hours, $wants, 1),
                ),
                why: \sprintf('%d Wh at 85 %% efficiency, load %d W.', $stream->wattHours, $stream->watts),
                devices: [$stream->device->id],
                advice: \sprintf('Use a battery of at least %d Wh, or a second one.', ceil((float) $stream->wattHours * $wants / $hours)),
            );
        }
    }
}
