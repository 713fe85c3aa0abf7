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
            self::Planned => 'planned, silent',
            self::Gateway => 'gateway, silent',
            self::NoHost => 'no host address',
            self::Leased => 'leased out when asked for',
            self::Reserved => 'kept free',
            self::Free => 'free',
            self::Outside => 'in no subnet of the plan',
        };
    }

    public function whenHeard(): string
    {
        return match ($this) {
            self::Planned, self::Gateway => 'as planned',
            self::Leased => 'holds a lease',
            self::NoHost, self::Reserved, self::Free, self::Outside => 'unknown here',
        };
    }
}
