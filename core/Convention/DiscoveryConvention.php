<?php

declare(strict_types=1);

namespace Vorhut\Core\Convention;

/** Finding a unit. */
enum DiscoveryConvention: string implements Convention
{
    case Screen = 'screen';
    case Label = 'label';
    case Scan = 'scan';
    case Leases = 'leases';

    public function label(): string
    {
        return match ($this) {
            self::Screen => 'from its own screen',
            self::Label => 'by the name on its label',
            self::Scan => 'by scanning the range',
            self::Leases => 'from the lease table',
        };
    }

    public function reason(): string
    {
        return match ($this) {
            self::Screen => 'The unit itself cannot be mistaken for another.',
            self::Label => 'Works without a list where names are resolved.',
            self::Scan => 'Finds what nobody has written down; takes a permission.',
            self::Leases => 'Exact, where one may look into the server.',
        };
    }
}
