<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

/** Where a record stands in its list. */
final class RecordOrder
{
    /**
     * The list with a value put in behind another; where that is gone, at the end.
     *
     * @template T
     *
     * @param array<array-key, T> $list
     * @param string $behind '' for the first place
     * @param T $value
     *
     * @return array<array-key, T>
     */
    public static function behind(array $list, string $behind, string $id, mixed $value): array
    {
        if ('' === $behind) {
            return [$id => $value] + $list;
        }
        $placed = [];
        foreach ($list as $key => $item) {
            $placed[$key] = $item;
            if ((string) $key === $behind) {
                $placed[$id] = $value;
            }
        }

        return $placed + [$id => $value];
    }

    /**
     * The one that a record stands behind; '' for the first place.
     *
     * @param array<array-key, mixed> $list
     */
    public static function predecessor(array $list, string $id): string
    {
        $before = '';
        foreach (array_keys($list) as $key) {
            if ((string) $key === $id) {
                break;
            }
            $before = (string) $key;
        }

        return $before;
    }

    /**
     * The one that a record stands behind after a step up or down its list.
     *
     * @param list<int|string> $ids those of the list
     * @param int $step -1 for up, 1 for down
     *
     * @return string|null '' for the first place; null where there is no such step
     */
    public static function step(array $ids, string $id, int $step): ?string
    {
        $ids = array_map(strval(...), $ids);
        $at = array_search($id, $ids, true);
        if (false === $at || !isset($ids[$at + $step])) {
            return null;
        }

        return $step > 0 ? $ids[$at + 1] : $ids[$at - 2] ?? '';
    }
}
