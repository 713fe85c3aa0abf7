<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile\Setting;

use Vorhut\Core\Record\Field\HasLabel;

/** Who outside must supply a value that the plan cannot. */
enum OutsideSource: string implements HasLabel
{
    case Network = 'network';
    case Carrier = 'carrier';
    case LicenceDesk = 'licence-desk';
    case Client = 'client';
    case Mail = 'mail';

    public function label(): string
    {
        return match ($this) {
            self::Network => 'the client\'s network administrator',
            self::Carrier => 'the carrier or service provider',
            self::LicenceDesk => 'the licence desk',
            self::Client => 'the client',
            self::Mail => 'the client\'s mail administrator',
        };
    }
}
