<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\HasLabel;

/** What a link between switches is made of. */
enum LinkMedium: string implements HasLabel
{
    case Copper = 'copper';
    case Fibre = 'fibre';
    case Radio = 'radio';
    case Mobile = 'mobile';

    public function label(): string
    {
        return match ($this) {
            self::Copper => 'copper',
            self::Fibre => 'fibre',
            self::Radio => 'radio link',
            self::Mobile => 'mobile network',
        };
    }
}
