<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Record\Field\HasLabel;

/** How one is let in the first time. */
enum LoginScheme: string implements HasLabel
{
    case None = 'none';
    case DefaultPair = 'default-pair';
    case Serial = 'serial';
    case Label = 'label';
    case FirstUse = 'first-use';
    case Code = 'code';
    case Locked = 'locked';

    public function label(): string
    {
        return match ($this) {
            self::None => 'no login',
            self::DefaultPair => 'default user name and password',
            self::Serial => 'serial number',
            self::Label => 'printed on the label',
            self::FirstUse => 'set at first use',
            self::Code => 'default code',
            self::Locked => 'locked by the installing firm: its account or a temporary unlock code',
        };
    }

    /** Known to everybody who has read a manual or a label, until it is changed. */
    public function isKnown(): bool
    {
        return \in_array($this, [self::DefaultPair, self::Serial, self::Label, self::Code], true);
    }
}
