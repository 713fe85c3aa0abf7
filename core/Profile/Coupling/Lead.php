<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile\Coupling;

use Vorhut\Core\Record\Field\Labelled;

/** Which end of a pairing gives the value that the other one follows. */
enum Lead: string implements Labelled
{
    case Mine = 'mine';
    case Theirs = 'theirs';
    case Nobody = 'nobody';

    public function label(): string
    {
        return match ($this) {
            self::Mine => 'the unit itself',
            self::Theirs => 'its partner',
            self::Nobody => 'neither',
        };
    }
}
