<?php

declare(strict_types=1);

namespace Vorhut\Core\Relation;

use Vorhut\Core\Job\Job;

/** Units that hang together by cords, one on the other. */
final class UnitChain
{
    private const LONGEST = 5;

    /**
     * The shortest chain of pairings between two units, by whichever end each was drawn from.
     *
     * @return list<RelatedUnit>|null
     */
    public static function between(Job $job, string $from, string $to): ?array
    {
        $couplings = Relations::fromJob($job);
        $chains = [[$from, []]];
        $seen = [$from => true];
        while ([] !== $chains) {
            [$at, $chain] = array_shift($chains);
            $device = $job->devices[$at] ?? null;
            $all = null === $device || \count($chain) >= self::LONGEST ? [] : $couplings->with($device);
            foreach ($all as $coupled) {
                $next = $coupled->from->id === $at ? $coupled->to->id : $coupled->from->id;
                if ($coupled->coupling->byExtension || isset($seen[$next])) {
                    continue;
                }
                $seen[$next] = true;
                $longer = [...$chain, $coupled];
                if ($next === $to) {
                    return $longer;
                }
                $chains[] = [$next, $longer];
            }
        }

        return null;
    }
}
