<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Media;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;

/** Frames that are sent are all of those that come in, or every second, third, fourth of them: anything else stutters. */
#[About('frames-do-not-divide', 'frame rate', Section::Media)]
final class FramesDoNotDivide extends Rule
{
    private const IN = 'input-rate';
    private const OUT = 'frame-rate';
    /** By which a whole number may be missed: 29.97 is half of 59.94, and of 60 it is not. */
    private const NEAR = 5e-4;

    public function check(Plan $plan): iterable
    {
        $settings = $plan->settings();
        foreach ($plan->job->devices as $device) {
            if (null === $settings->setting($device, self::IN) || null === $settings->setting($device, self::OUT)) {
                continue;
            }
            $in = $settings->value($device, self::IN)?->value();
            $out = $settings->value($device, self::OUT)?->value();
            if (!is_numeric($in) || !is_numeric($out) || $out <= 0 || self::divides((float) $in, (float) $out)) {
                continue;
            }
            $best = round($in / max(1, round($in / $out)), 3);
            yield $this->found(
                severity: Severity::Error,
                title: \sprintf('%s receives %s fps and sends %s fps', $device->name, $in, $out),
                why: 'Motion is even only at the input rate or a whole fraction of it.',
                devices: [$device->id],
                advice: \sprintf('Set the frame rate of %s to %s fps.', $device->name, $best),
                change: $plan->tell($device, [self::OUT => $best], \sprintf('Set the frame rate of %s to %s fps', $device->name, $best)),
            );
        }
    }

    private static function divides(float $in, float $out): bool
    {
        $times = $in / $out;

        return round($times) >= 1 && abs($times / round($times) - 1) < self::NEAR;
    }
}
