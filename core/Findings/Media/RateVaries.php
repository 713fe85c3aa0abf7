<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Media;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;

/** On a line that is only just enough a rate that swings loses packets when much moves. */
#[About('rate-varies', Section::Media)]
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
                title: \sprintf('The rate of %s varies, and it goes out by %s', $device->name, $stream->uplinks[0]->name),
                why: 'When much moves it sends more than the plan adds up.',
                devices: [$device->id],
                advice: 'Send at a constant rate.',
                change: $plan->tell($device, [self::MODE => 'constant'], \sprintf('%s sends at a constant rate', $device->name)),
            );
        }
    }
}
