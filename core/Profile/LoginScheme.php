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
            self::None => 'nothing is asked',
            self::DefaultPair => 'the pair all units of the kind share',
            self::Serial => 'its serial number',
            self::Label => 'what its label says',
            self::FirstUse => 'set at first use',
            self::Code => 'a code all units of the kind share',
            self::Locked => 'locked by the installer: the firm\'s credentials or an unlock',
        };
    }

    /** Known to everybody who has read a manual or a label, until it is changed. */
    public function isKnown(): bool
    {
        return \in_array($this, [self::DefaultPair, self::Serial, self::Label, self::Code], true);
    }
}
