<?php

declare(strict_types=1);

namespace Vorhut\Core\Convention;

/** Own network or shared. */
enum OwnNetworkConvention: string implements Convention
{
    case Vlans = 'vlans';
    case Isolated = 'isolated';

    public function label(): string
    {
        return match ($this) {
            self::Vlans => 'VLANs on the client\'s network',
            self::Isolated => 'a separate physical network per system',
        };
    }

    public function reason(): string
    {
        return match ($this) {
            self::Vlans => 'Shared switches; the client\'s administrator configures the VLANs.',
            self::Isolated => 'No other traffic can disturb it, and nobody outside can reach it.',
        };
    }
}
