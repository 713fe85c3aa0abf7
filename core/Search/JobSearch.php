<?php

declare(strict_types=1);

namespace Vorhut\Core\Search;

use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\Ipv4Address;

/** Finds what somebody means by a few characters: an address, a MAC, a number, a serial, a name in any list, a finding. */
final class JobSearch
{
    private const MAX = 20;

    /**
     * @param list<Finding> $findings
     *
     * @return list<SearchHit> best first
     */
    public static function find(Job $job, array $findings, string $query): array
    {
        $needle = mb_strtolower(trim($query));
        if ('' === $needle) {
            return [];
        }
        $hits = [
            ...DeviceSearch::find($job, $needle),
            ...self::segments($job, $needle),
            ...RecordSearch::find($job, $needle),
            ...self::findings($findings, $needle),
        ];
        usort($hits, static fn (SearchHit $a, SearchHit $b): int => [$a->rank, $a->title] <=> [$b->rank, $b->title]);
        $once = [];
        foreach ($hits as $hit) {
            $once[$hit->kind.' '.$hit->id.' '.$hit->title] ??= $hit;
        }

        return \array_slice(array_values($once), 0, self::MAX);
    }

    /** @return list<SearchHit> */
    private static function segments(Job $job, string $needle): array
    {
        $address = Ipv4Address::tryFrom($needle);
        $hits = [];
        foreach ($job->segments as $segment) {
            $holds = null !== $address && null !== $segment->subnetOf($address);
            $name = mb_strtolower($segment->name);
            $isNamed = str_contains($name, $needle) || $segment->id === $needle || (string) $segment->vlan === $needle;
            if ($holds || $isNamed) {
                $vlan = null === $segment->vlan ? '' : ' · VLAN '.$segment->vlan;
                $hits[] = new SearchHit(
                    rank: match (true) {
                        $holds => SearchHit::HOLDS,
                        $name === $needle => SearchHit::EXACT,
                        default => SearchHit::CONTAINS,
                    },
                    kind: 'segments',
                    id: $segment->id,
                    title: $segment->name,
                    detail: 'Segment'.($holds ? \sprintf(' · %s is in it', $address) : $vlan),
                );
            }
        }

        return $hits;
    }

    /**
     * @param list<Finding> $findings
     *
     * @return list<SearchHit>
     */
    private static function findings(array $findings, string $needle): array
    {
        $hits = [];
        foreach ($findings as $finding) {
            if (str_contains(mb_strtolower($finding->title), $needle)) {
                $hits[] = new SearchHit(
                    rank: SearchHit::FINDING,
                    kind: 'findings',
                    id: $finding->id(),
                    title: $finding->title,
                    detail: 'Finding',
                );
            }
        }

        return $hits;
    }
}
