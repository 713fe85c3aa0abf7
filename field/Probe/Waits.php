<?php

declare(strict_types=1);

namespace Vorhut\Field\Probe;

use Amp\CancelledException;
use Amp\Future;
use Amp\TimeoutCancellation;

/** For whoever has a number of seconds, and asks what may never be answered. */
trait Waits
{
    /**
     * @template T
     *
     * @param Future<T> $future
     * @param float $more seconds beyond the usual
     *
     * @return T|null null where the time was over
     */
    private function within(Future $future, float $more = 0.0): mixed
    {
        try {
            return $future->await(new TimeoutCancellation($this->seconds + $more));
        } catch (CancelledException) {
            return null;
        }
    }
}
