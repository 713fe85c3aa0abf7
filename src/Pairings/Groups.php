<?php

declare(strict_types=1);

namespace Vorhut\App\Pairings;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Relation\RelatedUnit;

/** Puts relations that share a unit into one group, and its units into two columns: who has a partner, and who is one. */
final class Groups
{
    private const LAST = 3;

    /**
     * @param list<RelatedUnit> $all
     *
     * @return list<non-empty-list<RelatedUnit>>
     */
    public static function group(array $all): array
    {
        /** @var array<string, int> $of group by unit */
        $of = [];
        /** @var array<int, list<RelatedUnit>> $groups */
        $groups = [];
        foreach ($all as $coupled) {
            $ends = [$of[$coupled->from->id] ?? null, $of[$coupled->to->id] ?? null];
            $met = array_values(array_unique(array_filter($ends, \is_int(...))));
            $into = $met[0] ?? \count($groups);
            $joined = [...($groups[$into] ?? []), $coupled];
            foreach (\array_slice($met, 1) as $other) {
                $joined = [...$joined, ...$groups[$other]];
                $groups[$other] = [];
            }
            foreach ($joined as $member) {
                $of[$member->from->id] = $of[$member->to->id] = $into;
            }
            $groups[$into] = $joined;
        }

        $filled = [];
        foreach ($groups as $group) {
            if ([] !== $group) {
                $filled[] = $group;
            }
        }

        return $filled;
    }

    /**
     * @param list<RelatedUnit> $group
     *
     * @return array<string, array{Device, int}> device and column by id
     */
    public static function columns(array $group): array
    {
        $columns = [];
        foreach ($group as $coupled) {
            $columns[$coupled->from->id] ??= [$coupled->from, 0];
        }
        // A partner stands to the right of whoever names it; chains go on to the right.
        for ($round = 0; $round < 4; ++$round) {
            foreach ($group as $coupled) {
                $min = min(self::LAST, $columns[$coupled->from->id][1] + 1);
                if ($coupled->to->id !== $coupled->from->id && ($columns[$coupled->to->id][1] ?? -1) < $min) {
                    $columns[$coupled->to->id] = [$coupled->to, $min];
                }
            }
        }

        return self::untangled($columns, $group);
    }

    /**
     * Each column in the order of those its units hang on, from both sides, so that fewer lines cross.
     *
     * @param array<string, array{Device, int}> $columns
     * @param list<RelatedUnit> $group
     *
     * @return array<string, array{Device, int}>
     */
    private static function untangled(array $columns, array $group): array
    {
        $before = $behind = $ids = [];
        foreach ($group as $related) {
            $before[$related->to->id][] = $related->from->id;
            $behind[$related->from->id][] = $related->to->id;
        }
        foreach ($columns as $id => [, $column]) {
            $ids[$column][] = (string) $id;
        }
        ksort($ids);
        $order = array_keys($ids);
        foreach ([[$order, $before], [array_reverse($order), $behind], [$order, $before]] as [$sweep, $neighbours]) {
            foreach ($sweep as $column) {
                $ids[$column] = self::byMean($ids[$column], $neighbours, self::rows($ids));
            }
        }
        $sorted = [];
        foreach (array_merge(...$ids) as $id) {
            $sorted[$id] = $columns[$id];
        }

        return $sorted;
    }

    /**
     * @param list<string> $ids of a column
     * @param array<string, list<string>> $neighbours
     * @param array<string, int> $rows
     *
     * @return list<string>
     */
    private static function byMean(array $ids, array $neighbours, array $rows): array
    {
        $mean = [];
        foreach ($ids as $id) {
            $at = array_map(static fn (string $n): int => $rows[$n], $neighbours[$id] ?? [$id]);
            $mean[$id] = array_sum($at) / \count($at);
        }
        asort($mean);

        return array_map(strval(...), array_keys($mean));
    }

    /**
     * @param array<int, list<string>> $ids by column
     *
     * @return array<string, int>
     */
    private static function rows(array $ids): array
    {
        $rows = [];
        foreach ($ids as $column) {
            foreach ($column as $row => $id) {
                $rows[$id] = $row;
            }
        }

        return $rows;
    }
}
