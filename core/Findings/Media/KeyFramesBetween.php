<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Media;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;

/** A picture of its own begins every so many whole frames: half a frame is none. */
#[About('key-frames-between', 'key-frame interval', Section::Media)]
final class KeyFramesBetween extends Rule
{
    private const EVERY = 'key-interval';
    private const FRAMES = 'frame-rate';
    private const NEAR = 1e-3;

    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->devices as $device) {
            if (null === $plan->settings()->setting($device, self::EVERY)) {
                continue;
            }
            $seconds = $plan->settings()->value($device, self::EVERY)?->value();
            $frames = $plan->settings()->value($device, self::FRAMES)?->value();
            // Broadcast rates such as 29.97 are whole ones over 1.001.
            $isWhole = static fn (float $n): bool => abs($n - round($n)) < self::NEAR || abs($n * 1.001 - round($n * 1.001)) < 0.01;
            if (!is_numeric($seconds) || !is_numeric($frames) || $isWhole($seconds * $frames)) {
                continue;
            }
            $better = (int) max(1, round((float) $seconds));
            $title = \sprintf('Set the key-frame interval of %s to %d s', $device->name, $better);
            $change = $isWhole($better * $frames) ? $plan->tell($device, [self::EVERY => $better], $title) : null;
            yield $this->found(
                severity: Severity::Warning,
                title: \sprintf('The key-frame interval of %s is %s frames', $device->name, round($seconds * $frames, 2)),
                why: \sprintf('%s s at %s fps is not a whole number of frames.', $seconds, $frames),
                devices: [$device->id],
                advice: null === $change ? 'Set an interval of whole frames.' : $title.'.',
                change: $change,
            );
        }
    }
}
