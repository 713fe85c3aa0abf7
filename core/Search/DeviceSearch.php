<?php

declare(strict_types=1);

namespace Vorhut\Core\Search;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\MacAddress;
use Vorhut\Core\Net\MacReading;

/** Finds devices by an address, a MAC in any notation and with misread characters, a serial, a host name, a name. */
final class DeviceSearch
{
    /** Digits of a MAC. */
    private const MIN_MAC = 4;
    private const MAC_DIGITS = 12;
    /** Characters of an address. */
    private const MIN_ADDRESS = 3;

    /** @return list<SearchHit> */
    public static function find(Job $job, string $needle): array
    {
        $hits = [];
        foreach ($job->devices as $device) {
            $rank = self::rank($device, $needle);
            if (null !== $rank) {
                $address = $device->primaryAddress();
                $mac = ($device->interfaces[0] ?? null)?->mac;
                $hits[] = new SearchHit(
                    rank: $rank,
                    kind: 'devices',
                    id: $device->id,
                    title: $device->name,
                    detail: trim(\sprintf('%s %s', $address->address ?? '', $mac ?? '')),
                );
            }
        }

        return $hits;
    }

    private static function rank(Device $device, string $needle): ?int
    {
        $texts = array_map(mb_strtolower(...), [$device->id, $device->name, (string) $device->serial, (string) $device->hostname]);
        $addresses = [];
        $macs = [];
        foreach ($device->interfaces as $interface) {
            $addresses[] = (string) $interface->address?->address;
            if (null !== $interface->mac) {
                $macs[] = $interface->mac;
            }
        }
        if (\in_array($needle, [...$texts, ...$addresses], true)) {
            return SearchHit::EXACT;
        }
        $begins = array_any($texts, static fn (string $text): bool => str_starts_with($text, $needle));
        $contains = array_any($texts, static fn (string $text): bool => str_contains($text, $needle));
        $isOfAddress = \strlen($needle) >= self::MIN_ADDRESS
            && array_any($addresses, static fn (string $address): bool => str_contains($address, $needle));

        return self::ofMacs($macs, $needle) ?? match (true) {
            $begins => SearchHit::BEGINS,
            $contains => SearchHit::CONTAINS,
            $isOfAddress => SearchHit::HOLDS,
            default => null,
        };
    }

    /** @param list<MacAddress> $macs */
    private static function ofMacs(array $macs, string $needle): ?int
    {
        $digits = (string) preg_replace('/[^0-9a-z]/', '', $needle);
        if (\strlen($digits) < self::MIN_MAC || [] === $macs) {
            return null;
        }
        $wanted = MacAddress::tryFrom($needle);
        if (null !== $wanted && array_any($macs, static fn (MacAddress $mac): bool => $mac->digits === $wanted->digits)) {
            return SearchHit::EXACT;
        }
        $isPart = ctype_xdigit($digits)
            && array_any($macs, static fn (MacAddress $mac): bool => str_contains(strtolower($mac->digits), $digits));

        return $isPart || (self::MAC_DIGITS === \strlen($digits) && [] !== MacReading::candidates($needle, $macs))
            ? SearchHit::BEGINS
            : null;
    }
}
