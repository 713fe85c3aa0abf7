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
            self::Static => 'fixed, in sequence per room and kind',
            self::Reservations => 'leased, with reservations by MAC',
            self::LinkLocal => 'link-local on a switch of its own',
        };
    }

    public function reason(): string
    {
        return match ($this) {
            self::Static => 'An address can be read off the plan and works while no server does.',
            self::Reservations => 'Units stay as they come; the server\'s list has to be kept.',
            self::LinkLocal => 'Needs no plan at all, and reaches nothing outside that switch.',
        };
    }
}
