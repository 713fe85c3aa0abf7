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
}
