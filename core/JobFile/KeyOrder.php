<?php

declare(strict_types=1);

namespace Vorhut\Core\JobFile;

/** The order of keys in a job file, so that two versions can be compared line by line. */
final class KeyOrder
{
    private const ROOT = ['format', 'version', 'job', 'locations', 'segments', 'routers', 'profiles', 'devices', 'voice', 'flows', 'pairings', 'intents'];

    /** @var array<string, list<string>> */
    private const BY_LIST = [
        'job' => ['name', 'client', 'timezone', 'notes'],
        'locations' => ['id', 'name', 'within', 'kind', 'dispatch'],
        'segments' => ['id', 'name', 'vlan', 'subnets', 'dns', 'ntp', 'snooping', 'querier'],
        'subnets' => ['prefix', 'gateway', 'dhcp', 'reserved'],
        'routers' => ['id', 'name', 'interfaces', 'routes', 'rules', 'defaultAction', 'stateful', 'forwards'],
        'routes' => ['to', 'via'],
        'rules' => ['action', 'from', 'to', 'protocol', 'ports'],
        'forwards' => ['interface', 'protocol', 'port', 'to', 'toPort'],
        'devices' => ['id', 'name', 'profile', 'location', 'serial', 'hostname', 'interfaces', 'routes', 'settings', 'firmware', 'stage'],
        'interfaces' => ['name', 'mac', 'segment', 'mode', 'address', 'extraAddresses', 'gateway', 'joins', 'listens', 'multicast', 'mdnsRelay', 'masquerade'],
        'voice' => ['extensions', 'trunks', 'routes'],
        'extensions' => ['number', 'name', 'device', 'server'],
        'intents' => ['id', 'name', 'kind', 'from', 'to', 'service', 'expect'],
    ];

    /**
     * @param array<array-key, mixed> $data
     *
     * @return array<array-key, mixed>
     */
    public static function root(array $data): array
    {
        return self::sort($data, self::ROOT);
    }

    /**
     * @param array<array-key, mixed> $record
     *
     * @return array<array-key, mixed>
     */
    public static function record(string $list, array $record): array
    {
        return isset(self::BY_LIST[$list]) ? self::sort($record, self::BY_LIST[$list]) : $record;
    }

    /**
     * @param array<array-key, mixed> $data
     * @param list<string>            $order
     *
     * @return array<array-key, mixed>
     */
    private static function sort(array $data, array $order): array
    {
        $sorted = [];
        foreach ($order as $key) {
            if (\array_key_exists($key, $data)) {
                $sorted[$key] = $data[$key];
            }
        }
        $sorted += $data;
        foreach ($sorted as $key => $value) {
            if (\is_array($value) && !str_starts_with((string) $key, 'x-') && 'settings' !== $key) {
                $sorted[$key] = array_is_list($value)
                    ? array_map(static fn (mixed $item): mixed => \is_array($item) && !array_is_list($item) ? self::record((string) $key, $item) : $item, $value)
                    : self::record((string) $key, $value);
            }
        }

        return $sorted;
    }
}
