<?php

declare(strict_types=1);

namespace Vorhut\Core\Record;

/** What somebody meant who mistyped a word. */
final class Nearest
{
    /**
     * @param list<int|string> $known
     * @param int $most letters that may differ
     */
    public static function to(string $word, array $known, int $most): ?string
    {
        $best = null;
        foreach ($known as $candidate) {
            $differs = levenshtein($word, (string) $candidate);
            if ($differs <= $most) {
                $best = (string) $candidate;
                $most = $differs - 1;
            }
        }

        return $best;
    }
}
