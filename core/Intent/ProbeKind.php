<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent;

/** Ways of asking a unit whether it is there. None of them changes anything. */
enum ProbeKind: string
{
    case Tcp = 'tcp';
    case Http = 'http';
    case Rtsp = 'rtsp';
    case Poll = 'poll';
    /** SIP OPTIONS, which every agent answers (RFC 3261, section 11). */
    case Sip = 'sip';
    /** Service discovery, asked directly (RFC 6763). */
    case DnsSd = 'dns-sd';
    /** Registers the asker's extension at its phone system. */
    case Register = 'register';
    /** One short call with sound both ways. */
    case Call = 'call';

    public function defaultPort(): int
    {
        return match ($this) {
            self::Tcp, self::Http => 80,
            self::Rtsp => 554,
            self::Poll => 2202,
            self::DnsSd => 5353,
            self::Sip, self::Register, self::Call => 5060,
        };
    }
}
