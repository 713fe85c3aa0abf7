<?php

declare(strict_types=1);

namespace Vorhut\Core\Convention;

/** Reaching a factory address. */
enum FactoryAddressConvention: string implements Convention
{
    case Laptop = 'laptop';
    case MoveRouter = 'move-router';
    case AtUnit = 'at-unit';
    case Lease = 'lease';

    public function label(): string
    {
        return match ($this) {
            self::Laptop => 'second IP address on the laptop',
            self::MoveRouter => 'change the LAN subnet of the router temporarily',
            self::AtUnit => 'set it on the device',
            self::Lease => 'use DHCP and look up the lease',
        };
    }

    public function reason(): string
    {
        return match ($this) {
            self::Laptop => 'Nothing on site is changed, and it is undone in a second.',
            self::MoveRouter => 'Where only a small router is available; everything behind it is offline meanwhile.',
            self::AtUnit => 'No network is needed; the keys take longer.',
            self::Lease => 'Nothing is typed; a DHCP server that can be read is needed.',
        };
    }
}
