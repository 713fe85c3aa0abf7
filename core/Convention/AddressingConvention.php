<?php

declare(strict_types=1);

namespace Vorhut\Core\Convention;

/** Fixed or leased. */
enum AddressingConvention: string implements Convention
{
    case Static = 'static';
    case Reservations = 'reservations';
    case LinkLocal = 'link-local';

    public function label(): string
    {
        return match ($this) {
            self::Static => 'static, in sequence by location and device type',
            self::Reservations => 'DHCP reservations by MAC address',
            self::LinkLocal => 'link-local (RFC 3927) on a separate switch',
        };
    }

    public function reason(): string
    {
        return match ($this) {
            self::Static => 'The address is in the plan and works without a server.',
            self::Reservations => 'Devices stay as delivered; the reservations of the server must be maintained.',
            self::LinkLocal => 'Needs no plan; reaches nothing outside that switch.',
        };
    }
}
