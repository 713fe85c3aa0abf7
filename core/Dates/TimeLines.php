<?php

declare(strict_types=1);

namespace Vorhut\Core\Dates;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\Ipv4Address;

/** Where units take their time from, segment by segment. */
final class TimeLines
{
    /** @return list<TimeLine> those without a server first */
    public static function lines(Job $job): array
    {
        $units = $zones = [];
        foreach ($job->devices as $device) {
            foreach (array_unique(array_column($device->interfaces, 'segment')) as $segment) {
                $units[$segment] = ($units[$segment] ?? 0) + 1;
                $zones[$segment][self::zone($job, $device->location)] = true;
            }
        }
        $lines = [];
        foreach ($job->segments as $segment) {
            if (isset($units[$segment->id])) {
                $servers = array_map(static fn (Ipv4Address $a): string => (string) $a, $segment->ntp);
                $lines[] = new TimeLine($segment->name, $units[$segment->id], array_keys($zones[$segment->id]), $servers);
            }
        }
        usort($lines, static fn (TimeLine $a, TimeLine $b): int => ([] === $b->servers) <=> ([] === $a->servers));

        return $lines;
    }

    /** Of the innermost place that says one; else of the job. */
    private static function zone(Job $job, ?string $location): string
    {
        foreach ($job->placesOf($location) as $place) {
            if (null !== $place->timezone) {
                return $place->timezone;
            }
        }

        return $job->info->timezone;
    }
}
