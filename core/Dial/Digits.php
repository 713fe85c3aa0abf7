<?php

declare(strict_types=1);

namespace Vorhut\Core\Dial;

use Vorhut\Core\InvalidValue;

/** What a telephone can send: the symbols of its keys (ITU-T Q.23), in the order of the bits that stand for them in sets. */
final class Digits
{
    public const SYMBOLS = '0123456789ABCD*#';

    /** As many as a number may have here; ITU-T E.164 (section 6.1) has 15, with codes in front. */
    public const LONGEST = 40;

    /**
     * A dialled number, with its letters in capitals.
     *
     * @throws InvalidValue
     */
    public static function dialled(string $text): string
    {
        $digits = strtoupper($text);
        if ('' === $digits || \strlen($digits) > self::LONGEST || \strlen($digits) !== strspn($digits, self::SYMBOLS)) {
            throw new InvalidValue(
                $text,
                \sprintf('1 to %d keys of a telephone: 0 to 9, A to D, * and #', self::LONGEST),
                'Such as 2001 or 0044. Leave out blanks, hyphens and a leading +.',
            );
        }

        return $digits;
    }
}
