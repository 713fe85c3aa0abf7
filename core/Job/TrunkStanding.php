<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\HasLabel;

/** Whether one end of a trunk registers at the other (RFC 3261, section 10). */
enum TrunkStanding: string implements HasLabel
{
    case Registers = 'registers';
    case Fixed = 'fixed';

    public function label(): string
    {
        return match ($this) {
            self::Registers => 'we register',
            self::Fixed => 'no registration (static)',
        };
    }
}
