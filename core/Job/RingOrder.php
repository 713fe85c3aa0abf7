<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\HasLabel;

/** In which order a group rings. */
enum RingOrder: string implements HasLabel
{
    case All = 'all';
    case InTurn = 'in-turn';

    public function label(): string
    {
        return match ($this) {
            self::All => 'simultaneous',
            self::InTurn => 'sequential',
        };
    }
}
