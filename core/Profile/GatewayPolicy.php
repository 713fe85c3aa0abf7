<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Net\InterfaceAddress;
use Vorhut\Core\Net\Ipv4Address;

/** What a unit wants in its gateway field. */
enum GatewayPolicy: string
{
    case Required = 'required';
    case MayBeBlank = 'may-be-blank';
    /** Insists on a value; its own address serves where there is no router. */
    case OwnAddressWhenLocal = 'own-address-when-local';

    /** What stands in the field of a unit with a fixed address where no gateway is planned; null: nothing. */
    public function whenNoneIsPlanned(?InterfaceAddress $own): ?Ipv4Address
    {
        return self::OwnAddressWhenLocal === $this ? $own?->address : null;
    }
}
