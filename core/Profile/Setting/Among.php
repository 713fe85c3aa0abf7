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
            self::Partner => 'devices with the same partner',
            self::Kind => 'devices of this type',
            self::Segment => 'devices in the same segment',
            self::Job => 'all devices of the job',
        };
    }
}
