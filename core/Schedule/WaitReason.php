<?php

declare(strict_types=1);

namespace Vorhut\Core\Schedule;

/** Why a step begins no sooner. */
enum WaitReason
{
    case Start;
    case Unit;
    case Partner;
    case Hands;
    case Bench;

    public function label(): string
    {
        return match ($this) {
            self::Start => 'at the start',
            self::Unit => 'the step before it',
            self::Partner => 'another device',
            self::Hands => 'no technician free',
            self::Bench => 'bench or factory address in use',
        };
    }
}
