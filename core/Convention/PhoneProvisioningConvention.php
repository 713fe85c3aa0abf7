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
            self::Dhcp => 'pulled from a URL handed out by DHCP',
            self::Pushed => 'pushed by the phone system',
            self::Typed => 'typed into the phone\'s page',
        };
    }

    public function reason(): string
    {
        return match ($this) {
            self::Url => 'The same for every phone, and independent of the network\'s answers.',
            self::Dhcp => 'Nothing is typed at a phone; the administrator sets one option.',
            self::Pushed => 'One click where system and phone know each other.',
            self::Typed => 'Needs no server; every change is made on every phone.',
        };
    }
}
