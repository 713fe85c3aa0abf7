<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Media;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;

/** On a line that is only just enough a rate that swings loses packets when much moves. */
#[About('rate-varies', 'variable bit rate', Section::Media)]
final class RateVaries extends Rule
{
    private const MODE = 'rate-mode';

    public function check(Plan $plan): iterable
    {
        foreach ($plan->streams() as $stream) {
            $device = $stream->device;
            if ([] === $stream->uplinks || 'variable' !== $plan->settings()->value($device, self::MODE)?->value()) {
                continue;
            }
            yield $this->found(
                severity: Severity::Warning,
                title: \sprintf(
                    '%s sends a variable bit rate (VBR) over %s; a constant bit rate is needed',
                    $device->name,
                    $stream->uplinks[0]->name,
                ),
                why: 'Its peaks exceed the planned rate.',
                devices: [$device->id],
                advice: \sprintf('Set the rate control of %s to CBR.', $device->name),
                change: $plan->tell($device, [self::MODE => 'constant'], \sprintf('Set the rate control of %s to CBR', $device->name)),
            );
        }
    }
}
