<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile\Setting;

use Vorhut\Core\Record\Field\HasLabel;

/** Among which units a value may stand only once. */
enum Among: string implements HasLabel
{
    case Partner = 'partner';
    case Kind = 'kind';
    case Segment = 'segment';
    case Job = 'job';

    public function label(): string
    {
        return match ($this) {
            self::Partner => 'units with the same partner',
            self::Kind => 'units of this kind',
            self::Segment => 'units in the same segment',
            self::Job => 'all units of the job',
        };
    }
}
