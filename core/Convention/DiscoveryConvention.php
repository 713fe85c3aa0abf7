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
            self::Screen => 'on the device display',
            self::Label => 'by the host name on the label',
            self::Scan => 'by an address scan',
            self::Leases => 'from the DHCP lease table',
        };
    }

    public function reason(): string
    {
        return match ($this) {
            self::Screen => 'The device cannot be confused with another.',
            self::Label => 'Works without a list where mDNS resolves names.',
            self::Scan => 'Finds devices that are not documented; needs permission.',
            self::Leases => 'Exact, if the DHCP server can be read.',
        };
    }
}
