<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\HasLabel;

/** Where a call that comes in carries the number that was dialled. */
enum NumberHeader: string implements HasLabel
{
    case Request = 'request';
    case To = 'to';
    case Diversion = 'diversion';

    public function label(): string
    {
        return match ($this) {
            self::Request => 'Request-URI',
            self::To => 'To header',
            self::Diversion => 'Diversion header (RFC 5806)',
        };
    }
}
