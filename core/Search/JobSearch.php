<?php

declare(strict_types=1);

namespace Vorhut\Core\Search;

use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\MacAddress;
use Vorhut\Core\Net\MacReading;

/** Finds what somebody means by a few characters: an address, a MAC, an extension, a serial, a name, a finding. */
final class JobSearch
{
    private const MAX = 12;

    /**
     * @param list<Finding> $findings
     *
     * @return list<array{kind: string, id: string, title: string, detail: string}> best first
     */
    public static function find(Job $job, array $findings, string $query): array
    {
        $needle = mb_strtolower(trim($query));
        if ('' === $needle) {
            return [];
        }
        $scored = [];
        foreach ($job->devices as $device) {
            $score = self::device($device, $needle, $query);
            if (null !== $score) {
                $address = $device->primaryAddress();
                $mac = ($device->interfaces[0] ?? null)?->mac;
                $scored[] = [
                    $score,
                    [
                        'kind' => 'device',
                        'id' => $device->id,
                        'title' => $device->name,
                        'detail' => trim(($address->address ?? '').' '.$mac),
                    ],
                ];
            }
        }
        foreach ($job->extensions as $extension) {
            if (str_starts_with($extension->number, $needle) && null !== $extension->device) {
                $scored[] = [
                    $extension->number === $needle ? 0 : 2,
                    [
                        'kind' => 'device',
                        'id' => $extension->device,
                        'title' => 'Extension '.$extension->number,
                        'detail' => $job->nameOf($extension->device),
                    ],
                ];
            }
        }
        $address = Ipv4Address::tryFrom($needle);
        foreach ($job->segments as $segment) {
            $holds = null !== $address && null !== $segment->subnetOf($address);
            $vlan = null === $segment->vlan ? '' : 'VLAN '.$segment->vlan;
            if ($holds || str_contains(mb_strtolower($segment->name), $needle) || (string) $segment->vlan === $needle) {
                $scored[] = [
                    $holds ? 3 : 2,
                    [
                        'kind' => 'segment',
                        'id' => $segment->id,
                        'title' => $segment->name,
                        'detail' => $holds ? \sprintf('%s lies here', $address) : $vlan,
                    ],
                ];
            }
        }
        foreach ($findings as $finding) {
            if (str_contains(mb_strtolower($finding->title), $needle)) {
                $scored[] = [4, ['kind' => 'finding', 'id' => $finding->id(), 'title' => $finding->title, 'detail' => 'finding']];
            }
        }
        usort($scored, static fn (array $a, array $b): int => [$a[0], $a[1]['title']] <=> [$b[0], $b[1]['title']]);

        return array_map(static fn (array $hit): array => $hit[1], \array_slice($scored, 0, self::MAX));
    }

    /** 0 for what is meant exactly, more for what only resembles it, null for neither. */
    private static function device(Device $device, string $needle, string $query): ?int
    {
        $exact = [
            $device->id,
            mb_strtolower($device->name),
            mb_strtolower((string) $device->serial),
            mb_strtolower((string) $device->hostname),
        ];
        if (\in_array($needle, $exact, true)) {
            return 0;
        }
        $macs = [];
        foreach ($device->interfaces as $interface) {
            if ((string) $interface->address?->address === $needle) {
                return 0;
            }
            if (null !== $interface->mac) {
                $macs[] = $interface->mac;
            }
        }
        $digits = (string) preg_replace('/[^0-9a-z]/', '', $needle);
        if (\strlen($digits) >= 4 && [] !== $macs) {
            foreach ($macs as $mac) {
                if (null !== MacAddress::tryFrom($query) && $mac->digits === strtoupper($digits)) {
                    return 0;
                }
                if (1 === preg_match('/^[0-9a-f]+$/D', $digits) && str_contains(strtolower($mac->digits), $digits)) {
                    return 1;
                }
            }
            if (12 === \strlen($digits) && [] !== MacReading::candidates($query, $macs)) {
                return 1;
            }
        }
        foreach ($exact as $text) {
            if (str_contains($text, $needle)) {
                return str_starts_with($text, $needle) ? 1 : 2;
            }
        }
        foreach ($device->interfaces as $interface) {
            if (null !== $interface->address && \strlen($needle) > 2 && str_contains((string) $interface->address->address, $needle)) {
                return 3;
            }
        }

        return null;
    }
}
