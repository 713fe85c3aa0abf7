<?php

declare(strict_types=1);

namespace Vorhut\Core\Provision;

/** What a template of a file of settings may use. */
final class Variables
{
    /** Words for what each is, by name. */
    public const ALL = [
        'number' => 'first extension of the device',
        'name' => 'name of that extension, or of the device',
        'mac' => 'MAC in small letters, without separators',
        'lines' => 'a line for each extension: number, name, user, server, port, dispatch, secret',
        'transport' => 'udp, tcp or tls',
        'timezone' => 'time zone by its name, such as Europe/Oslo',
        'ntp' => 'first time server of its segment, or nothing',
        'address' => 'address of the device, or nothing with DHCP',
        'vlan' => 'VLAN of its segment, or nothing',
        'place' => 'name of its location',
        'serial' => 'serial number, or nothing',
        'settings' => 'every planned value, by the id of the setting; no secrets',
    ];
}
