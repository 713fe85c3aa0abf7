<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Cause;

/** The way there and the way back are judged apart, each with the sender's own table. */
enum PathDirection: string
{
    case Request = 'request';
    case Reply = 'reply';
}
