<?php

declare(strict_types=1);

namespace Vorhut\App\Web;

/** Small words of pages that are needed everywhere. */
final class Words
{
    /** "1 finding", "2 findings", "2 people". */
    public static function count(int $n, string $noun, ?string $plural = null): string
    {
        return \sprintf('%d %s', $n, 1 === $n ? $noun : $plural ?? $noun.'s');
    }

    /** A count in at most four characters, such as 1240 as 1.2k. */
    public static function short(int $count): string
    {
        return match (true) {
            $count < 1000 => (string) $count,
            $count < 10000 => \sprintf('%.1fk', floor($count / 100) / 10),
            $count < 1000000 => intdiv($count, 1000).'k',
            default => \sprintf('%.1fM', floor($count / 100000) / 10),
        };
    }

    /** Seconds as hours and minutes, rounded up. */
    public static function duration(int $seconds): string
    {
        $minutes = (int) ceil($seconds / 60);

        return $minutes < 60 ? \sprintf('%d min', $minutes) : \sprintf('%d h %02d min', intdiv($minutes, 60), $minutes % 60);
    }
}
