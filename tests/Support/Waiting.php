<?php

declare(strict_types=1);

namespace Vorhut\Tests\Support;

use function Amp\delay;

/** Waits for what must come instead of for a time in which it usually does. */
trait Waiting
{
    /** @param \Closure(): bool $holds */
    private static function until(\Closure $holds, float $seconds = 10): void
    {
        $end = hrtime(true) + $seconds * 1e9;
        while (!$holds() && hrtime(true) < $end) {
            delay(0.005);
        }
        self::assertTrue($holds(), \sprintf('It did not come within %.0f seconds.', $seconds));
    }
}
