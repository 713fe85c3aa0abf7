<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Record\Field\HasLabel;

/** How a lease carries a value. */
enum LeaseShape: string implements HasLabel
{
    case Text = 'text';
    case Address = 'address';

    public function label(): string
    {
        return match ($this) {
            self::Text => 'text',
            self::Address => 'an address of four bytes',
        };
    }
}
