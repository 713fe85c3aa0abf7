<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

/** Which side of SIP (RFC 3261) a unit plays. */
enum SipRole: string
{
    case Agent = 'agent';
    case Server = 'server';
}
