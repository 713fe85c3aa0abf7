<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\HasLabel;

/** How the far end of a trunk knows who calls. */
enum TrunkTrust: string implements HasLabel
{
    case Password = 'password';
    case Address = 'address';

    public function label(): string
    {
        return match ($this) {
            self::Password => 'user name and password',
            self::Address => 'trusted IP address',
        };
    }
}
