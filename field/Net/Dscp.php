<?php

declare(strict_types=1);

namespace Vorhut\Field\Net;

/** How datagrams are marked for those who forward them (RFC 2474; classes as RFC 4594, section 3, gives them). */
enum Dscp: int
{
    /** Telephony: expedited forwarding (RFC 3246). */
    case Sound = 46;
    /** Signalling of calls: class selector 5. */
    case Signalling = 40;
}
