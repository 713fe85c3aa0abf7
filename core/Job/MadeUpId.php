<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

/** Ids of units and routers that are in no plan: one for each segment, "made-up-3" for the third. */
final class MadeUpId
{
    private const BEGIN = 'made-up-';
    private const UPSTREAM = '/upstream/';

    public static function in(Job $job, Segment $segment): string
    {
        $number = 1 + (int) array_search($segment->id, array_map(strval(...), array_keys($job->segments)), true);
        $id = self::BEGIN.$number;
        while (isset($job->devices[$id]) || isset($job->routers[$id])) {
            $id .= '-x';
        }

        return $id;
    }

    public static function nameIn(Segment $segment): string
    {
        return 'any device in '.$segment->name;
    }

    /** Of somebody else's router, by which the segment leads out of the plan. */
    public static function upstream(Segment $segment): string
    {
        return self::UPSTREAM.$segment->id;
    }

    public static function upstreamName(Segment $segment): string
    {
        return 'Upstream router of '.$segment->name;
    }

    /** What people call it; null for an id that is none of these, or a unit's of the plan. */
    public static function name(Job $job, string $id): ?string
    {
        $outer = str_starts_with($id, self::UPSTREAM) ? $job->segments[substr($id, \strlen(self::UPSTREAM))] ?? null : null;
        if (null !== $outer) {
            return self::upstreamName($outer);
        }
        $segment = self::segment($job, $id);

        return null === $segment ? null : self::nameIn($segment);
    }

    /** The segment in which it stands. */
    public static function segment(Job $job, string $id): ?Segment
    {
        $isOne = !isset($job->devices[$id]) && 1 === preg_match('/^'.self::BEGIN.'(\d{1,6})(?:-x)*$/D', $id, $m);

        return $isOne ? array_values($job->segments)[(int) $m[1] - 1] ?? null : null;
    }
}
