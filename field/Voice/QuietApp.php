<?php

declare(strict_types=1);

namespace Vorhut\Field\Voice;

use Vorhut\Field\Sip\Call;
use Vorhut\Field\Sip\UserAgent;

/** A mailbox or a conference room: takes calls in, and lets them go. */
final class QuietApp implements App
{
    public function answered(UserAgent $agent, Call $call): void {}

    public function ended(UserAgent $agent, Call $call): void {}
}
