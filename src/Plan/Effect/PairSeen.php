<?php

declare(strict_types=1);

namespace Vorhut\App\Plan\Effect;

use Vorhut\App\Entity\Observation;

/** What somebody saw of a pair. */
final class PairSeen extends Recorded
{
    public static function name(): string
    {
        return 'seen';
    }

    protected function entity(): string
    {
        return Observation::class;
    }
}
