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
            self::Isolated => 'an isolated switch for each system',
        };
    }

    public function reason(): string
    {
        return match ($this) {
            self::Vlans => 'One set of switches; the client\'s hands are needed.',
            self::Isolated => 'Nobody else can disturb it, and nobody outside can see it.',
        };
    }
}
