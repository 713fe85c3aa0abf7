<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Record\Field\HasLabel;

/** What a module makes of its sockets. */
enum Feed: string implements HasLabel
{
    case Station = 'station';
    case Line = 'line';
    case Mobile = 'mobile';

    public function label(): string
    {
        return match ($this) {
            self::Station => 'for analogue phones',
            self::Line => 'for analogue lines',
            self::Mobile => 'for mobile lines',
        };
    }
}
