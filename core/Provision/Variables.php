<?php

declare(strict_types=1);

namespace Vorhut\Core\Provision;

/** What a template of a file of settings may use. */
final class Variables
{
    /** Words for what each is, by name. */
    public const ALL = [
        'number' => 'first number of the unit',
        'name' => 'name of that number, or of the unit',
        'mac' => 'MAC in small letters, without separators',
        'lines' => 'a line for each number: number, name, user, server, port, dispatch, secret',
        'transport' => 'udp, tcp or tls',
        'timezone' => 'time zone by its name, such as Europe/Oslo',
        'ntp' => 'first time server of its segment, or nothing',
        'address' => 'address of the unit, or nothing where it is leased',
        'vlan' => 'VLAN of its segment, or nothing',
        'place' => 'name of the place it stands in',
        'serial' => 'serial number, or nothing',
        'settings' => 'every value the unit is to carry, by the id of the setting; no secrets',
    ];
}
