<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile\Relation;

use Vorhut\Core\Record\Field\HasLabel;

/** Which end of a pairing gives the value that the other one follows. */
enum LeadingEnd: string implements HasLabel
{
    case Mine = 'mine';
    case Theirs = 'theirs';
    case Nobody = 'nobody';

    public function label(): string
    {
        return match ($this) {
            self::Mine => 'the device itself',
            self::Theirs => 'the other device',
            self::Nobody => 'neither',
        };
    }
}
