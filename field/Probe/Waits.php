<?php

declare(strict_types=1);

namespace Vorhut\Field\Probe;

use Amp\CancelledException;
use Amp\Future;
use Amp\TimeoutCancellation;
use Vorhut\Core\Voice\RtpReception;
use Vorhut\Field\Sip\Call;

use function Amp\delay;

/** For whoever has a number of seconds, and asks what may never be answered. */
trait Waits
{
    /** What is on its way at the end of a call still counts, for as long as a jitter buffer waits. */
    private static function settled(Call $call): RtpReception
    {
        $call->media->reception->settle();
        delay(0.1);

        return $call->media->reception;
    }

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
