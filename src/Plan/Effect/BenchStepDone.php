<?php

declare(strict_types=1);

namespace Vorhut\App\Plan\Effect;

use Vorhut\App\Entity\BenchRecord;

/** A step at the bench that was ticked or taken back. */
final class BenchStepDone extends Recorded
{
    public static function name(): string
    {
        return 'bench';
    }

    protected function entity(): string
    {
        return BenchRecord::class;
    }
}
