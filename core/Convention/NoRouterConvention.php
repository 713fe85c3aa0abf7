<?php

declare(strict_types=1);

namespace Vorhut\Core\Convention;

/** No router in the subnet. */
enum NoRouterConvention: string implements Convention
{
    case Blank = 'blank';
    case Own = 'own';

    public function label(): string
    {
        return match ($this) {
            self::Blank => 'leave gateway and name server blank',
            self::Own => 'give the unit\'s own address',
        };
    }

    public function reason(): string
    {
        return match ($this) {
            self::Blank => 'What is not there cannot be wrong.',
            self::Own => 'Some units save only with a value; their own does no harm.',
        };
    }
}
