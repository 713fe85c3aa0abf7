<?php

declare(strict_types=1);

namespace Vorhut\Field\Voice;

use Revolt\EventLoop;
use Vorhut\Field\Sip\Call;
use Vorhut\Field\Sip\UserAgent;

/** Takes a call as sound, and offers to go over to T.38, as who receives does (ITU-T T.38, annex D). */
final class FaxApp implements App
{
    /** Seconds of the answering tone. */
    private const TONE = 0.2;

    public function answered(UserAgent $agent, Call $call): void
    {
        EventLoop::delay(self::TONE, static function () use ($agent, $call): void {
            if (\in_array($call, $agent->calls(), true)) {
                $agent->offerFax($call)->ignore();
            }
        });
    }

    public function ended(UserAgent $agent, Call $call): void {}
}
