<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Record\Field\HasLabel;

/** What of the calls a capacity limits. */
enum CapacityOf: string implements HasLabel
{
    case Calls = 'calls';
    case Conference = 'conference';

    public function label(): string
    {
        return match ($this) {
            self::Calls => 'concurrent calls',
            self::Conference => 'conference sites',
        };
    }
}
