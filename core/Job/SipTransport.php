<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\HasLabel;

/** What carries SIP messages (RFC 3261, section 18; port 5060, with TLS 5061). */
enum SipTransport: string implements HasLabel
{
    case Udp = 'udp';
    case Tcp = 'tcp';
    case Tls = 'tls';

    public function label(): string
    {
        return match ($this) {
            self::Udp => 'UDP',
            self::Tcp => 'TCP',
            self::Tls => 'TLS',
        };
    }
}
