<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\Labelled;

/** How faxes travel. */
enum FaxMode: string implements Labelled
{
    case T38 = 't38';
    case PassThrough = 'pass-through';

    public function label(): string
    {
        return match ($this) {
            self::T38 => 'T.38',
            self::PassThrough => 'as sound, G.711',
        };
    }
}
