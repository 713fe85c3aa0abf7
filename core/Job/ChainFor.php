<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\HasLabel;

/** What a chain of sound serves, which says how late it may be. */
enum ChainFor: string implements HasLabel
{
    case Live = 'live';
    case Picture = 'picture';
    case Other = 'other';

    public function label(): string
    {
        return match ($this) {
            self::Live => 'live monitoring',
            self::Picture => 'audio with video (lip sync)',
            self::Other => 'other',
        };
    }
}
