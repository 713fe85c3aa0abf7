<?php

declare(strict_types=1);

namespace Vorhut\Core\HandOver;

/** What may be open when a job is handed over, in the order in which it is looked at. */
enum OpenKind: string
{
    case Units = 'units';
    case Values = 'values';
    case NotRead = 'not-read';
    case Again = 'again';
    case Findings = 'findings';
    case Proof = 'proof';
    case Silent = 'silent';
    case Dates = 'dates';

    public function label(): string
    {
        return match ($this) {
            self::Units => 'Devices not configured',
            self::Values => 'Values not set',
            self::NotRead => 'Not read on the device',
            self::Again => 'To repeat: the plan has changed since',
            self::Findings => 'Findings',
            self::Proof => 'Not tested',
            self::Silent => 'No reply at the last test',
            self::Dates => 'Licences and expiry dates',
        };
    }
}
