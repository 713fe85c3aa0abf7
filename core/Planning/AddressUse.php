<?php

declare(strict_types=1);

namespace Vorhut\Core\Planning;

/** What an address is for by the plan, and what it means that somebody answers there or nobody does. */
enum AddressUse
{
    case Planned;
    /** Named as a subnet's gateway, though no router of the plan has it. */
    case Gateway;
    /** The network or broadcast address of its subnet. */
    case NoHost;
    case Leased;
    case Reserved;
    case Free;
    /** In no subnet of the plan. */
    case Outside;

    public function whenSilent(): string
    {
        return match ($this) {
            self::Planned => 'planned, no reply',
            self::Gateway => 'gateway, no reply',
            self::NoHost => 'not a host address',
            self::Leased => 'DHCP range',
            self::Reserved => 'reserved',
            self::Free => 'free',
            self::Outside => 'in no planned subnet',
        };
    }

    public function whenHeard(): string
    {
        return match ($this) {
            self::Planned, self::Gateway => 'as planned',
            self::Leased => 'DHCP lease active',
            self::NoHost, self::Reserved, self::Free, self::Outside => 'not in the plan',
        };
    }
}
