<?php

declare(strict_types=1);

namespace Vorhut\Core\Scan;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\MacAddress;
use Vorhut\Core\Net\MacReading;

/** Which planned unit a sticker belongs to. */
final class WhichUnit
{
    /** @return list<Belongs> the surest first; none where it is nobody's */
    public static function belongings(Job $job, Sticker $sticker): array
    {
        $matches = $alike = [];
        $serials = array_flip(array_map(self::plain(...), $sticker->words));
        foreach ($job->devices as $device) {
            $mac = self::mac($device, $sticker);
            $bySerial = null !== $device->serial && isset($serials[self::plain($device->serial)]);
            if (null !== $mac || $bySerial) {
                $matches[] = new Belongs($device, $mac, $bySerial, self::other($device, $sticker, $mac, $bySerial));
            } elseif ([] === $sticker->macs && self::looksAlike($device, $sticker)) {
                $alike[] = new Belongs($device, null, false, 'It only looks alike: read it again.');
            }
        }
        usort($matches, static fn (Belongs $a, Belongs $b): int => $b->sureness() <=> $a->sureness());

        return [] === $matches ? $alike : $matches;
    }

    private static function mac(Device $device, Sticker $sticker): ?MacAddress
    {
        foreach ($device->interfaces as $interface) {
            foreach ($sticker->macs as $mac) {
                if (true === $interface->mac?->equals($mac)) {
                    return $mac;
                }
            }
        }

        return null;
    }

    /** What on the sticker does not fit the plan, where one of both does. */
    private static function other(Device $device, Sticker $sticker, ?MacAddress $mac, bool $bySerial): string
    {
        $planned = ($device->interfaces[0] ?? null)?->mac;

        return match (true) {
            $bySerial && null === $mac && [] !== $sticker->macs && null !== $planned => \sprintf(
                'Its serial number is the planned one, its MAC is %s; planned is %s.',
                $sticker->macs[0],
                $planned,
            ),
            default => '',
        };
    }

    private static function looksAlike(Device $device, Sticker $sticker): bool
    {
        $macs = array_values(array_filter(array_column($device->interfaces, 'mac')));

        return [] !== MacReading::candidates($sticker->text, $macs);
    }

    private static function plain(string $text): string
    {
        return strtoupper((string) preg_replace('/[\s.\-_\/]+/', '', $text));
    }
}
