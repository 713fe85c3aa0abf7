<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

/** How much of the schedule is in sight at a time. */
enum Zoom: string
{
    case Day = 'day';
    case Hour = 'hour';
    case Steps = 'steps';

    public function label(): string
    {
        return match ($this) {
            self::Day => 'Whole day',
            self::Hour => 'Hours',
            self::Steps => 'Single steps',
        };
    }

    /** Pixels a minute; the whole schedule fits where there are none. */
    public function perMinute(): float
    {
        return match ($this) {
            self::Day => 0.0,
            self::Hour => 24.0,
            self::Steps => 96.0,
        };
    }
}
