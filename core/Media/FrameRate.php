<?php

declare(strict_types=1);

namespace Vorhut\Core\Media;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Profile\Setting\Setting;
use Vorhut\Core\Setting\Settings;

/** Pictures a second that a unit is planned to send. */
final class FrameRate
{
    private const SETTING = 'frame-rate';

    /** As it is set, or as the format that is chosen says; null where neither says any. */
    public static function planned(Settings $settings, Device $device): ?float
    {
        $set = $settings->value($device, self::SETTING)?->value();

        return is_numeric($set) && $set > 0 ? (float) $set : self::ofFormat($settings, $device);
    }

    /** Of the first setting whose choice means a format, such as 1080p59.94. */
    public static function ofFormat(Settings $settings, Device $device): ?float
    {
        foreach ($settings->some($device, static fn (Setting $s): bool => [] !== $s->choices) as $value) {
            foreach ($value->setting->choices as $choice) {
                if ($choice->value === $value->value() && 1 === preg_match('/p(\d+(?:\.\d+)?)$/D', (string) $choice->means, $m)) {
                    return (float) $m[1];
                }
            }
        }

        return null;
    }
}
