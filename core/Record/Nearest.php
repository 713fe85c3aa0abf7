<?php

declare(strict_types=1);

namespace Vorhut\Core\Record;

/** What somebody meant who mistyped a word. */
final class Nearest
{
    /**
     * @param list<int|string> $known
     * @param int $max letters that may differ
     */
    public static function to(string $word, array $known, int $max): ?string
    {
        $best = null;
        foreach ($known as $candidate) {
            $differs = levenshtein($word, (string) $candidate);
            if ($differs <= $max) {
                $best = (string) $candidate;
                $max = $differs - 1;
            }
        }

        return $best;
    }

    /**
     * Who leaves words out: "PTZ camera" is "PTZ camera, rotary switch", where nothing else has both words.
     *
     * @param list<string> $known
     */
    public static function withAllWords(string $text, array $known): ?string
    {
        $words = self::words($text);
        $has = static fn (string $name): bool => [] === array_diff($words, self::words($name));
        $found = [] === $words ? [] : array_filter($known, $has);

        return 1 === \count($found) ? array_values($found)[0] : null;
    }

    /** @return list<string> in small letters */
    private static function words(string $text): array
    {
        preg_match_all('/[\p{L}\p{N}]+/u', mb_strtolower($text), $m);

        return $m[0];
    }
}
