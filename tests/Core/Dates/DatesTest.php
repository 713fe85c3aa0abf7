<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Dates;

use PHPUnit\Framework\TestCase;
use Vorhut\Core\Dates\Calendar;
use Vorhut\Core\Dates\DateAhead;
use Vorhut\Core\Dates\DatesAhead;
use Vorhut\Core\Dates\FirmwareLines;
use Vorhut\Core\Dates\LicenceLine;
use Vorhut\Core\Dates\LicenceLines;
use Vorhut\Core\Dates\TimeLines;
use Vorhut\Core\Dates\Today;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Setting\Settings;
use Vorhut\Tests\Support\Units;

final class DatesTest extends TestCase
{
    private const KIND = ['licences' => [
        ['id' => 'keys', 'name' => 'Keys', 'tiedTo' => 'serial'],
        ['id' => 'base', 'name' => 'Base', 'required' => true],
        ['id' => 'unlock', 'name' => 'Unlock', 'unlocks' => true],
        ['id' => 'extra', 'name' => 'Extra'],
    ]];

    public function testEveryLicenceSaysWhatIsToBeDone(): void
    {
        $lines = LicenceLines::lines(self::job(), new Today('2026-11-26'));
        $said = array_map(static fn (LicenceLine $l): string => $l->device->id.' '.$l->name.': '.$l->todo, $lines);
        sort($said);
        self::assertSame([
            'one Base: Order it: the device does not work without it.',
            'one Ended: Expired: have it extended.',
            'one Keys: Order it before the day on site.',
            'one Later: ',
            'one Soon: Expires soon: finish before, or have it extended.',
        ], $said);
        self::assertFalse($lines[\count($lines) - 1]->isUrgent, 'what needs care stands above');
        $tied = array_column($lines, 'tiedTo', 'name');
        self::assertSame('serial KS-1', $tied['Keys']);
    }

    public function testDaysStandInOrderWithWhatTheyMean(): void
    {
        $dates = DatesAhead::dates(self::job(), new Today('2026-11-26'));
        self::assertSame([
            '2026-11-20 6 days ago Ended, One ends',
            '2026-11-24 2 days ago Answers are needed',
            '2026-11-24 2 days ago Order by then: Keys, One',
            '2026-11-29 in 3 days Day on site',
            '2026-12-05 in 9 days Soon, One ends',
            '2027-06-01 in 187 days Later, One ends',
        ], array_map(static fn (DateAhead $d): string => $d->on.' '.$d->when().' '.$d->title, $dates));
        self::assertSame(['today', 'tomorrow', 'yesterday'], array_map(
            static fn (int $days): string => (new DateAhead(key: 'k', on: '2026-11-26', title: '', todo: '', days: $days))->when(),
            [0, 1, -1],
        ));
    }

    public function testTheCalendarKeepsTheFormatOfItsStandard(): void
    {
        $title = 'Unlock; of the zone controller, which is by the lift in the northern terminal ends · æøå æøå æøå æøå'
            .' and is to be prolonged in time by whoever is on duty there, or nobody gets in any more';
        $dates = [new DateAhead(
            key: 'ends-u',
            on: '2026-12-01',
            title: $title,
            todo: "One\nTwo",
            days: 5,
        ), new DateAhead(key: 'visit', on: '2026-11-29', title: 'Day on site', todo: '', days: 3)];
        $text = Calendar::write('Ferries', $dates, 'ferries', new \DateTimeImmutable('2026-11-26 09:00', new \DateTimeZone('Europe/Oslo')));
        $lines = explode("\r\n", rtrim($text, "\r\n"));
        foreach ($lines as $line) {
            self::assertLessThanOrEqual(75, \strlen($line));
            self::assertTrue(mb_check_encoding($line, 'UTF-8'), 'no character is cut');
            self::assertStringNotContainsString("\n", $line);
        }
        $unfolded = str_replace("\r\n ", '', $text);
        self::assertStringContainsString('SUMMARY:Ferries: '.strtr($title, [';' => '\;', ',' => '\,'])."\r\n", $unfolded);
        self::assertStringContainsString("DESCRIPTION:One\\nTwo\r\n", $unfolded);
        self::assertStringContainsString("DTSTAMP:20261126T080000Z\r\n", $unfolded);
        self::assertStringContainsString("DTSTART;VALUE=DATE:20261201\r\n", $unfolded);
        self::assertSame(1, substr_count($text, 'BEGIN:VALARM'), 'a reminder for what ends');
        self::assertSame(2, substr_count($text, 'END:VEVENT'));
        self::assertStringContainsString("UID:ends-u-ferries@vorhut\r\n", $unfolded);
    }

    public function testFirmwareIsTheSameOnAllOrSaidToDiffer(): void
    {
        $minimum = ['feature' => 'Groups', 'atLeast' => '4.1'];
        $kinds = ['horn' => ['firmware' => '4.2', 'firmwareMinima' => [$minimum]], 'box' => ['firmware' => '1.0']];
        $units = [
            'one' => ['name' => 'One', 'firmware' => '4.2'],
            'two' => ['name' => 'Two', 'firmware' => '4.0'],
            'three' => ['name' => 'Three'],
            'four' => ['profile' => 'box', 'firmware' => '1.0'],
            'five' => ['profile' => 'generic-host'],
        ];
        $lines = FirmwareLines::lines(new Settings(Units::job($kinds, $units)));
        self::assertCount(2, $lines);
        self::assertSame([false, 1], [$lines[0]->isSame(), $lines[0]->unread()]);
        self::assertSame(['Two: Groups needs 4.1'], $lines[0]->notes);
        self::assertSame([true, 0, []], [$lines[1]->isSame(), $lines[1]->unread(), $lines[1]->notes]);
    }

    public function testPartnersHaveFirmwareOfOneFamily(): void
    {
        $tie = ['name' => 'Firmware', 'relation' => 'same-firmware'];
        $coupling = ['id' => 'pairs', 'name' => 'pairs with', 'with' => ['bar'], 'ties' => [$tie]];
        $kinds = ['panel' => ['couplings' => [$coupling]], 'bar' => []];
        $pairings = ['pairings' => [['id' => 'p', 'coupling' => 'pairs', 'from' => 'one', 'to' => 'two']]];
        $notes = static function (string $one, string $two) use ($kinds, $pairings): array {
            $job = Units::job($kinds, [
                'one' => ['name' => 'One', 'profile' => 'panel', 'firmware' => $one],
                'two' => ['name' => 'Two', 'profile' => 'bar', 'firmware' => $two],
            ], $pairings);

            return array_merge(...array_column(FirmwareLines::lines(new Settings($job)), 'notes'));
        };
        self::assertSame(['One has 4.2, its partner Two has 5.1: the same firmware family is needed'], $notes('4.2', '5.1'));
        self::assertSame([], $notes('4.2', '4.2'));
    }

    public function testADayOnSiteEndsAfterItBegins(): void
    {
        $this->expectException(InvalidFile::class);
        $this->expectExceptionMessage('a time of day after 17:00');
        Units::job(['k' => []], [], ['job' => ['visit' => ['from' => '17:00', 'until' => '08:00']]]);
    }

    public function testThePlaceSaysItsTimeZone(): void
    {
        $places = ['locations' => [['id' => 'hall', 'name' => 'Hall', 'timezone' => 'Atlantic/Faroe']]];
        self::assertSame(['Atlantic/Faroe'], TimeLines::lines(Units::job(['k' => []], ['one' => []], $places))[0]->zones);
    }

    public function testWithoutAServerTheDriftIsSaid(): void
    {
        $line = TimeLines::lines(self::job())[0];
        self::assertSame([['10.47.1.9'], ['Europe/Oslo'], 1], [$line->servers, $line->zones, $line->units]);
        self::assertStringContainsString('Only one time server', $line->said());
    }

    private static function job(): Job
    {
        $licence = static fn (string $name, string $kind, array $more): array => [
            'id' => strtolower($name), 'name' => $name, 'device' => 'one', 'kind' => $kind, ...$more,
        ];

        return Units::job(['server' => self::KIND], ['one' => ['name' => 'One', 'serial' => 'KS-1']], [
            'job' => ['visit' => ['on' => '2026-11-29']],
            'licences' => [
                $licence('Keys', 'keys', ['state' => 'wanted']),
                $licence('Soon', 'unlock', ['state' => 'seen', 'until' => '2026-12-05']),
                $licence('Ended', 'unlock', ['state' => 'applied', 'until' => '2026-11-20']),
                $licence('Later', 'unlock', ['state' => 'seen', 'until' => '2027-06-01']),
            ],
        ]);
    }
}
