<?php

declare(strict_types=1);

namespace Vorhut\Core\Record;

use Vorhut\Core\InvalidValue;

/** Numbers as spreadsheets of different countries write them. */
final class Figure
{
    private const EITHER = '/^-?[1-9]\d{0,2},\d{3}$/D';

    /** Whether two texts can be the same number. */
    public static function isSame(string $one, string $other): bool
    {
        return [] !== array_uintersect(self::readings($one), self::readings($other), static fn (float $a, float $b): int => $a <=> $b);
    }

    /** @throws InvalidValue for what is no number, or may be two */
    public static function read(string $text): float
    {
        $choice = self::choice($text);
        if ('' !== $choice) {
            throw new InvalidValue($text, 'a number that can be read in one way', $choice);
        }

        return self::readings($text)[0] ?? throw new InvalidValue($text, 'a number', 'Such as 12 or 12.5.');
    }

    /** Which two numbers it may be, as advice; '' for all others. */
    public static function choice(string $text): string
    {
        return 1 === preg_match(self::EITHER, $text)
            ? \sprintf('Write %s or %s.', str_replace(',', '', $text), str_replace(',', '.', $text))
            : '';
    }

    /** @return list<float> */
    private static function readings(string $text): array
    {
        $readings = is_numeric($text) ? [(float) $text] : [];
        if (1 === preg_match('/^-?\d+,\d+$/D', $text)) {
            $readings[] = (float) str_replace(',', '.', $text);
        }
        if (1 === preg_match('/^-?\d{1,3}(?:,\d{3})+(?:\.\d+)?$/D', $text)) {
            $readings[] = (float) str_replace(',', '', $text);
        }
        if (1 === preg_match('/^-?\d{1,3}(?:\.\d{3})+,\d+$/D', $text)) {
            $readings[] = (float) strtr($text, ['.' => '', ',' => '.']);
        }

        return $readings;
    }
}
