<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

/** What a unit wants in its gateway field. */
enum GatewayPolicy: string
{
    case Required = 'required';
    case MayBeBlank = 'may-be-blank';
    /** Insists on a value; its own address serves where there is no router. */
    case OwnAddressWhenLocal = 'own-address-when-local';
}
