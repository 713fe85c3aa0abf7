<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

/** Where a record stands in its list. */
final class Place
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
}
