<?php

declare(strict_types=1);

namespace Vorhut\Core\Batch;

use Vorhut\Core\InvalidValue;

/** Numbers of steps as people write them on paper: "1-6, 8". */
final class StepNumbers
{
    /**
     * @param int $max the number of the last step
     *
     * @return list<int> in rising order, each once
     *
     * @throws InvalidValue
     */
    public static function parse(string $text, int $max): array
    {
        $numbers = [];
        $parts = preg_split('/[\s,;]+/', trim((string) preg_replace('/\s*(?:-|–|to)\s*/', '-', $text)), -1, \PREG_SPLIT_NO_EMPTY);
        foreach (false === $parts ? [] : $parts as $part) {
            if (1 !== preg_match('/^(\d{1,3})(?:-(\d{1,3}))?$/D', $part, $m)) {
                throw self::refuse($part, $max);
            }
            $first = (int) $m[1];
            $last = (int) ($m[2] ?? $m[1]);
            if ($first < 1 || $last > $max || $last < $first) {
                throw self::refuse($part, $max);
            }
            $numbers += array_flip(range($first, $last));
        }
        ksort($numbers);

        return array_keys($numbers);
    }

    private static function refuse(string $part, int $max): InvalidValue
    {
        return new InvalidValue($part, \sprintf('numbers of steps from 1 to %d', $max), 'Such as 1-6, 8.');
    }
}
