<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\HasLabel;

/** Whether a unit still lets in whoever knows its kind. */
enum PasswordState: string implements HasLabel
{
    case AsShipped = 'as-shipped';
    case Changed = 'changed';

    public function label(): string
    {
        return match ($this) {
            self::AsShipped => 'default password',
            self::Changed => 'changed',
        };
    }
}
