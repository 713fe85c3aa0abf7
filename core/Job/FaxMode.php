<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\HasLabel;

/** How faxes travel. */
enum FaxMode: string implements HasLabel
{
    case T38 = 't38';
    case PassThrough = 'pass-through';

    public function label(): string
    {
        return match ($this) {
            self::T38 => 'T.38',
            self::PassThrough => 'G.711 pass-through',
        };
    }
}
