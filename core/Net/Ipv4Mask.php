<?php

declare(strict_types=1);

namespace Vorhut\Core\Net;

use Vorhut\Core\InvalidValue;

/** Prefix lengths and dotted masks (RFC 4632, section 3.1). */
final class Ipv4Mask
{
    /**
     * Reads "24", "/24" or "255.255.255.0".
     *
     * @return int prefix length, 0 to 32
     *
     * @throws InvalidValue for a length over 32 or a mask whose ones are not contiguous
     */
    public static function lengthFrom(string $text): int
    {
        $plain = ltrim($text, '/');
        if (1 === preg_match('/^\d{1,2}$/D', $plain) && (int) $plain <= 32) {
            return (int) $plain;
        }
        $mask = Ipv4Address::tryFrom($plain);
        if (null === $mask) {
            throw new InvalidValue(
                $text,
                'a prefix length from 0 to 32 or a dotted mask such as 255.255.255.0',
                'Write /24 or 255.255.255.0.',
            );
        }
        $length = self::lengthOf($mask->value);
        if (null === $length) {
            throw new InvalidValue(
                $text,
                'a mask whose ones stand together at the left',
                \sprintf('Nearest masks: %s.', implode(' and ', self::nearest($mask->value))),
            );
        }

        return $length;
    }

    /** The mask of a prefix length as an integer. */
    public static function bits(int $length): int
    {
        return 0 === $length ? 0 : (0xFFFFFFFF << (32 - $length)) & 0xFFFFFFFF;
    }

    public static function dotted(int $length): string
    {
        return (string) Ipv4Address::fromInt(self::bits($length));
    }

    private static function lengthOf(int $mask): ?int
    {
        $hostBits = ~$mask & 0xFFFFFFFF;

        return 0 === ($hostBits & ($hostBits + 1)) ? 32 - \strlen(ltrim(decbin($hostBits), '0')) : null;
    }

    /** @return list<string> */
    private static function nearest(int $mask): array
    {
        $leading = 0;
        while ($leading < 32 && 0 !== ($mask & (1 << (31 - $leading)))) {
            ++$leading;
        }

        return [self::dotted($leading), self::dotted(min(32, substr_count(decbin($mask), '1')))];
    }
}
