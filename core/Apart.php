<?php

declare(strict_types=1);

namespace Vorhut\Core;

/** Two figures that are compared, with as many digits as tell them apart: "6.04 h" and "6.00 h", where "6.0 h" twice says nothing. */
final class Apart
{
    private const MAX_DIGITS = 4;

    /**
     * @param int $digits behind the point, at least
     *
     * @return array{string, string}
     */
    public static function figures(float $one, float $other, int $digits): array
    {
        do {
            $texts = [\sprintf('%.'.$digits.'f', $one), \sprintf('%.'.$digits.'f', $other)];
        } while ($texts[0] === $texts[1] && $one !== $other && ++$digits <= self::MAX_DIGITS);

        return $texts;
    }
}
