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
            self::Laptop => 'add an address to the laptop',
            self::MoveRouter => 'move the router\'s network for a while',
            self::AtUnit => 'set it at the unit',
            self::Lease => 'wait for a lease and look it up',
        };
    }

    public function reason(): string
    {
        return match ($this) {
            self::Laptop => 'Nothing on site is touched, and it is undone in a second.',
            self::MoveRouter => 'Where only a small router is at hand; everybody behind it is cut off meanwhile.',
            self::AtUnit => 'No network is needed; the keys take longer.',
            self::Lease => 'Nothing is typed; a server and its list must be at hand.',
        };
    }
}
