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
            self::Blank => 'leave gateway and DNS server blank',
            self::Own => 'enter the device\'s own address',
        };
    }

    public function reason(): string
    {
        return match ($this) {
            self::Blank => 'An empty field cannot be wrong.',
            self::Own => 'Only where the device refuses to save without a value; note it in the plan.',
        };
    }
}
