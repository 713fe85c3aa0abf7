<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\Labelled;

/** By what calls leave the house. */
enum TrunkKind: string implements Labelled
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
