<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\App\Web\LocalTime;

final class LocalTimeTest extends TestCase
{
    /** @return iterable<string, array{string, string, string}> */
    public static function places(): iterable
    {
        yield 'Norway, of which no English is known' => ['Europe/Oslo', '6 Sept, 18:08', 'Sunday 6 September 2026'];
        yield 'Germany' => ['Europe/Berlin', '6 Sept, 18:08', 'Sunday 6 September 2026'];
        yield 'nowhere' => ['UTC', '6 Sept, 16:08', 'Sunday 6 September 2026'];
        yield 'the United States' => ['America/New_York', 'Sep 6, 12:08 PM', 'Sunday, September 6, 2026'];
        yield 'Japan, a day ahead' => ['Asia/Tokyo', '7 Sept, 01:08', 'Monday 7 September 2026'];
        yield 'Australia' => ['Australia/Sydney', '7 Sept, 2:08 am', 'Monday 7 September 2026'];
    }

    #[DataProvider('places')]
    public function testTimesAreWrittenAsThePlaceOfTheJobDoes(string $zone, string $short, string $day): void
    {
        $at = new \DateTimeImmutable('2026-09-06 16:08:09Z');
        $plain = static fn (string $text): string => str_replace(["\u{202F}", ','], [' ', ''], $text);
        self::assertSame($plain($short), $plain(LocalTime::short($at, new \DateTimeZone($zone))));
        self::assertSame($plain($day), $plain(LocalTime::day($at, new \DateTimeZone($zone))));
    }

    public function testSecondsAndYearStandWhereTheyAreWanted(): void
    {
        $at = new \DateTimeImmutable('2026-09-06 16:08:09Z');
        $oslo = new \DateTimeZone('Europe/Oslo');
        self::assertStringEndsWith('18:08:09', LocalTime::exact($at, $oslo));
        self::assertStringContainsString('2026', LocalTime::full($at, $oslo));
        self::assertSame('18:08', LocalTime::clock($at, $oslo));
        self::assertSame('6 Sept', LocalTime::date($at, $oslo));
    }
}
