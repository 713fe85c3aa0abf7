<?php

declare(strict_types=1);

namespace Vorhut\Field\Voice;

use Vorhut\Field\Sip\Call;
use Vorhut\Field\Sip\UserAgent;

/** What a phone system does by itself at a number: a menu, a mailbox, a conference, a fax, announcements. */
interface App
{
    /** A call has come and stands. */
    public function answered(UserAgent $agent, Call $call): void;

    /** A call is over. */
    public function ended(UserAgent $agent, Call $call): void;
}
