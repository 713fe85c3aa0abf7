<?php

declare(strict_types=1);

namespace Vorhut\Core\Convention;

/** Phone provisioning. */
enum PhoneProvisioningConvention: string implements Convention
{
    case Url = 'url';
    case Dhcp = 'dhcp';
    case Pushed = 'pushed';
    case Typed = 'typed';

    public function label(): string
    {
        return match ($this) {
            self::Url => 'pulled from a fixed URL',
            self::Dhcp => 'provisioning URL from a DHCP option',
            self::Pushed => 'pushed by the phone system',
            self::Typed => 'configured by hand on the web page',
        };
    }

    public function reason(): string
    {
        return match ($this) {
            self::Url => 'The same for every phone; works without DHCP options.',
            self::Dhcp => 'Nothing is entered on a phone; the administrator sets one option.',
            self::Pushed => 'One click where phone system and phone support each other.',
            self::Typed => 'Needs no server; every change is made on each phone.',
        };
    }
}
