<?php

declare(strict_types=1);

namespace Vorhut\App\Web;

/**
 * Times in English words, in the order and with the clock that is usual in the country of a time zone (Unicode CLDR).
 *
 * Where CLDR knows no English of that country, as all of Europe has in common.
 */
final class LocalTime
{
    private const ELSEWHERE = 'en_150';

    /** @var array<string, \IntlDateFormatter> */
    private static array $formatters = [];

    /** As 14:07. */
    public static function clock(\DateTimeInterface $at, \DateTimeZone $zone): string
    {
        return self::format($at, $zone, 'jm');
    }

    /** As 6 Sept, 14:07. */
    public static function short(\DateTimeInterface $at, \DateTimeZone $zone): string
    {
        return self::format($at, $zone, 'dMMMjm');
    }

    /** As 6 Sept, 14:07:31. */
    public static function exact(\DateTimeInterface $at, \DateTimeZone $zone): string
    {
        return self::format($at, $zone, 'dMMMjms');
    }

    /** As 6 Sept 2026, 14:07. */
    public static function full(\DateTimeInterface $at, \DateTimeZone $zone): string
    {
        return self::format($at, $zone, 'dMMMyjm');
    }

    /** As 6 Sept. */
    public static function date(\DateTimeInterface $at, \DateTimeZone $zone): string
    {
        return self::format($at, $zone, 'dMMM');
    }

    /** As Sunday, 6 September 2026. */
    public static function day(\DateTimeInterface $at, \DateTimeZone $zone): string
    {
        return self::format($at, $zone, 'EEEEdMMMMy');
    }

    private static function format(\DateTimeInterface $at, \DateTimeZone $zone, string $skeleton): string
    {
        $formatter = self::$formatters[$zone->getName().' '.$skeleton] ??= self::formatter($zone, $skeleton);

        return (string) $formatter->format($at);
    }

    private static function formatter(\DateTimeZone $zone, string $skeleton): \IntlDateFormatter
    {
        $location = $zone->getLocation();
        $own = 'en_'.(false === $location ? '' : $location['country_code']);
        $known = \ResourceBundle::getLocales('');
        $locale = \is_array($known) && \in_array($own, $known, true) ? $own : self::ELSEWHERE;
        $pattern = (new \IntlDatePatternGenerator($locale))->getBestPattern($skeleton);
        if (!\is_string($pattern)) {
            throw new \LogicException($skeleton.' is no date skeleton.');
        }

        return new \IntlDateFormatter($locale, \IntlDateFormatter::NONE, \IntlDateFormatter::NONE, $zone, null, $pattern);
    }
}
