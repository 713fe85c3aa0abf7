<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Media;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Media\FrameRate;

/** Pictures of 50 and of 60 Hz do not go together at one receiver: one of them stutters, and lamps flicker in it. */
#[About('frames-of-two-families', '50 Hz and 60 Hz', Section::Media)]
final class FramesOfTwoFamilies extends Rule
{
    /** Frames a second of the family of 50 Hz. */
    private const FIFTY = [25.0, 50.0];

    public function check(Plan $plan): iterable
    {
        /** @var array<array-key, array<int, list<Device>>> $families by receiver and mains */
        $families = [];
        foreach ($plan->job->devices as $device) {
            $family = self::family($plan, $device);
            foreach (null === $family ? [] : $plan->settings()->couplings->from($device) as $coupled) {
                $families[$coupled->to->id][$family][] = $device;
            }
        }
        foreach ($families as $id => $by) {
            if (!isset($by[50], $by[60])) {
                continue;
            }
            $few = \count($by[50]) < \count($by[60]) ? 50 : 60;
            $names = array_map(static fn (Device $d): string => $d->name, $by[$few]);
            yield $this->found(
                severity: Severity::Error,
                title: \sprintf('%s receives 50 Hz and 60 Hz video', $plan->job->nameOf((string) $id)),
                why: \sprintf('%s: %d Hz; all others: %d Hz.', implode(', ', $names), $few, 110 - $few),
                devices: [(string) $id, ...array_map(static fn (Device $d): string => $d->id, $by[$few])],
                advice: 'Set all cameras to the frame-rate family of the mains.',
            );
        }
    }

    /** 50 or 60; null where the unit says no picture. */
    private static function family(Plan $plan, Device $device): ?int
    {
        $rate = FrameRate::ofFormat($plan->settings(), $device);

        return null === $rate ? null : (\in_array($rate, self::FIFTY, true) ? 50 : 60);
    }
}
