<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\HasLabel;

/** How pressed keys travel during a call. */
enum KeyTones: string implements HasLabel
{
    case Rfc4733 = 'rfc4733';
    case Info = 'info';
    case Inband = 'inband';

    public function label(): string
    {
        return match ($this) {
            self::Rfc4733 => 'RTP events (RFC 4733)',
            self::Info => 'SIP INFO (RFC 6086)',
            self::Inband => 'in-band',
        };
    }
}
