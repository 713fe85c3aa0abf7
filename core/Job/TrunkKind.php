<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\HasLabel;

/** By what calls leave the house. */
enum TrunkKind: string implements HasLabel
{
    case Sip = 'sip';
    case Analogue = 'analogue';
    case Mobile = 'mobile';

    public function label(): string
    {
        return match ($this) {
            self::Sip => 'SIP trunk',
            self::Analogue => 'analogue line',
            self::Mobile => 'mobile line',
        };
    }
}
