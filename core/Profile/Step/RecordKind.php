<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile\Step;

use Vorhut\Core\Record\Field\HasLabel;

/** What is kept of a step. */
enum RecordKind: string implements HasLabel
{
    case Tick = 'tick';
    case Read = 'read';
    case AsFound = 'as-found';
    case Photo = 'photo';
    case Measure = 'measure';

    public function label(): string
    {
        return match ($this) {
            self::Tick => 'done',
            self::Read => 'value read back',
            self::AsFound => 'as found',
            self::Photo => 'a photo or file',
            self::Measure => 'measured value',
        };
    }
}
