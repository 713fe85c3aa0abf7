<?php

declare(strict_types=1);

namespace Vorhut\Core\JobFile;

/** Which column of a device list means what, whatever people call it. */
final class DeviceColumns
{
    private const NAMES = [
        'id' => ['id', 'device id', 'key'],
        'name' => ['name', 'device', 'device name', 'unit', 'description', 'label', 'bezeichnung', 'nom'],
        'profile' => ['profile', 'kind', 'type', 'model', 'device type', 'device profile'],
        'location' => ['location', 'place', 'room', 'site', 'where'],
        'serial' => ['serial', 'serial no', 'serial number', 'sn', 's n'],
        'hostname' => ['hostname', 'host name', 'host', 'dns name'],
        'mac' => ['mac', 'mac address', 'macaddress', 'ethernet address', 'hardware address', 'hw address'],
        'segment' => ['segment', 'vlan', 'network', 'lan', 'vlan id', 'net'],
        'mode' => ['mode', 'address mode', 'addressing', 'ip mode'],
        'address' => ['address', 'ip', 'ip address', 'ipaddress', 'ipv4', 'ipv4 address'],
        'mask' => ['mask', 'netmask', 'subnet mask', 'prefix', 'prefix length'],
        'gateway' => ['gateway', 'gw', 'default gateway', 'router'],
        'firmware' => ['firmware', 'version', 'fw'],
        'stage' => ['stage', 'state', 'status'],
    ];

    /**
     * @param list<string> $header
     *
     * @return array{array<string, int>, list<string>} column numbers by meaning, and the names nobody knows
     */
    public static function recognise(array $header): array
    {
        $columns = [];
        $unknown = [];
        foreach ($header as $index => $given) {
            $plain = trim((string) preg_replace('/[^a-z0-9]+/', ' ', strtolower($given)));
            foreach (self::NAMES as $meaning => $names) {
                if (\in_array($plain, $names, true) && !isset($columns[$meaning])) {
                    $columns[$meaning] = $index;
                    continue 2;
                }
            }
            if ('' !== $given) {
                $unknown[] = $given;
            }
        }

        return [$columns, $unknown];
    }
}
