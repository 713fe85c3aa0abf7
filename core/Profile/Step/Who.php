<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile\Step;

use Vorhut\Core\Record\Field\HasLabel;

/** Who may do a step. */
enum Who: string implements HasLabel
{
    case Anyone = 'anyone';
    case Technician = 'technician';
    case Electrician = 'electrician';
    case Administrator = 'administrator';
    case TwoPeople = 'two-people';

    public function label(): string
    {
        return match ($this) {
            self::Anyone => 'anyone',
            self::Technician => 'a technician',
            self::Electrician => 'a licensed electrician',
            self::Administrator => 'the client\'s administrator',
            self::TwoPeople => 'two people',
        };
    }
}
