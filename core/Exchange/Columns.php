<?php

declare(strict_types=1);

namespace Vorhut\Core\Exchange;

/** Columns of a pasted list by what their headings mean. */
final class Columns
{
    /**
     * @template K of array-key
     *
     * @param array<K, list<string>> $heads headings in small letters, by meaning
     * @param list<string> $fields of the line that may name them
     *
     * @return array<K, int> place by meaning, the first where several say the same
     */
    public static function named(array $heads, array $fields): array
    {
        $columns = [];
        foreach ($fields as $place => $field) {
            foreach ($heads as $meaning => $names) {
                if (\in_array(mb_strtolower(trim($field)), $names, true)) {
                    $columns[$meaning] ??= $place;
                }
            }
        }

        return $columns;
    }
}
