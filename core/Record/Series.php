<?php

declare(strict_types=1);

namespace Vorhut\Core\Record;

/** Names that are counted through. */
final class Series
{
    private const MAX = 512;

    /**
     * "1-24" is 24 names, "A1-A8" and "A1-8" are eight; "01-12" keeps its leading zero. Whatever else is one name.
     *
     * @return non-empty-list<string>
     */
    public static function names(string $text): array
    {
        if (1 !== preg_match('/^(\D*)(\d{1,4})\s*[-\x{2013}]\s*(?:\1)?(\d{1,4})$/Du', trim($text), $m)) {
            return [$text];
        }
        [, $prefix, $first, $last] = $m;
        if ($first >= $last || $last - $first >= self::MAX) {
            return [$text];
        }
        $digits = str_starts_with($first, '0') ? \strlen($first) : 1;

        return array_map(
            static fn (int $number): string => $prefix.str_pad((string) $number, $digits, '0', \STR_PAD_LEFT),
            range((int) $first, (int) $last),
        );
    }
}
