<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Paper;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Paper\Back\BackList;
use Vorhut\Core\Paper\Back\BackRow;
use Vorhut\Core\Paper\Back\ListReimport;
use Vorhut\Core\Paper\Back\Reimportable;
use Vorhut\Core\Paper\Back\RowOf;
use Vorhut\Core\Paper\PrintableLists;
use Vorhut\Core\Record\Figure;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Tests\Support\Jobs;

/** Lists that come back from other people. */
final class ListReimportTest extends TestCase
{
    private const OF_ITSELF = ['cables', 'firmware', 'heat', 'time'];

    public function testEveryListReadsBackButThoseThatFollowFromOthers(): void
    {
        $others = array_filter(PrintableLists::all(), static fn ($paper): bool => !$paper instanceof Reimportable);
        self::assertSame(self::OF_ITSELF, array_keys($others), 'cables have a reader of their own');
    }

    /** @return iterable<string, array{Reimportable}> */
    public static function lists(): iterable
    {
        foreach (PrintableLists::all() as $name => $paper) {
            if ($paper instanceof Reimportable) {
                yield $name => [$paper];
            }
        }
    }

    /** What comes back as it went changes nothing, whatever the order of its rows and columns. */
    #[DataProvider('lists')]
    public function testWhatIsUnchangedChangesNothing(Reimportable $paper): void
    {
        $job = Jobs::demo();
        [$heads, $rows] = self::table($job, $paper);
        $turned = array_map(array_reverse(...), [$heads, ...array_reverse($rows)]);
        $list = (new ListReimport($job, $paper))->read(self::text($turned));
        self::assertTrue($list->change->isEmpty());
        self::assertCount(\count($rows), array_filter($list->rows, static fn (BackRow $r): bool => BackRow::SAME === $r->does));
        self::assertSame(array_diff(array_keys($paper->cells()), $paper->heads()), [], 'cells are of columns that exist');
    }

    /**
     * One cell of each column that is read, changed: the list of the plan that becomes of it says just that.
     *
     * @return iterable<string, array{string, string, string, string, string}> list, mark, column, what it says, what else changes with it
     */
    public static function cells(): iterable
    {
        yield 'address' => ['addresses', 'devices/berth-1', 'Address', '10.47.20.77', ''];
        yield 'mask' => ['addresses', 'devices/berth-1', 'Mask', '255.255.255.128', ''];
        yield 'gateway' => ['addresses', 'devices/berth-1', 'Gateway', '', ''];
        yield 'network' => ['addresses', 'devices/berth-1', 'Segment', 'Control room', 'VLAN'];
        yield 'name' => ['addresses', 'devices/berth-1', 'Name', 'First berth', ''];
        yield 'host name' => ['addresses', 'devices/berth-1', 'Host name', 'first', ''];
        yield 'place' => ['addresses', 'devices/berth-1', 'Location', 'Waiting hall', ''];
        yield 'MAC' => ['addresses', 'devices/berth-1', 'MAC', '02-00-00-00-00-01', ''];
        yield 'serial' => ['addresses', 'devices/berth-1', 'Serial number', '', ''];
        yield 'second port' => ['ports', 'devices/timetable/1', 'MAC', '02-00-00-00-00-02', ''];
        yield 'name of a port' => ['ports', 'devices/berth-1', 'Port', 'rear', ''];
        yield 'name of a number' => ['phones', 'extensions/2001', 'Name', 'Window one', ''];
        yield 'registrar' => ['phones', 'extensions/2001', 'SIP registrar', '', ''];
        yield 'mail' => ['directory', 'extensions/2001', 'Mail', 'one@example.net', ''];
        yield 'rate' => ['streams', 'flows/announcements', 'Mbit/s', '0.25', ''];
        yield 'no address' => ['addresses', 'devices/berth-1', 'Address', '', 'Mask'];
        yield 'way of sending' => ['streams', 'flows/berth-2-live', 'Sent as', 'multicast', ''];
        yield 'moments' => ['streams', 'flows/berth-2-live', 'Runs only at', 'dawn, dusk', ''];
        yield 'slot' => ['universes', 'fixtures/fx-mast-1', 'From slot', '101', 'To slot'];
        yield 'universe' => ['universes', 'fixtures/fx-mast-1', 'Universe', '3', 'Group'];
        yield 'node' => ['universes', 'fixtures/fx-mast-1', 'Source', '', ''];
        yield 'digits' => ['dial-plan', 'routes/out', 'Digit map', '9x.T', ''];
        yield 'digits off' => ['dial-plan', 'routes/out', 'Digits to strip', '', ''];
        yield 'weight' => ['racks', 'racks/comms-rack', 'kg', '9.5', 'People to lift'];
    }

    #[DataProvider('cells')]
    public function testOneCellChangesOneThing(string $name, string $mark, string $column, string $says, string $too): void
    {
        $job = Jobs::demo();
        $paper = PrintableLists::all()[$name];
        \assert($paper instanceof Reimportable);
        [$heads, $rows] = self::table($job, $paper);
        $at = self::at($rows, $mark);
        $column = (int) array_search($column, $heads, true);
        self::assertNotSame($says, $rows[$at][$column]);
        $rows[$at][$column] = $says;
        $list = (new ListReimport($job, $paper))->read(self::text([$heads, ...$rows]));
        self::assertCount(1, $list->change->edits, implode(' ', self::refused($list)));
        $now = self::table($job->with($list->change), $paper)[1];
        $after = array_values(array_filter($now, static fn (array $row): bool => end($row) === end($rows[$at])))[0];
        $differ = array_keys(array_diff_assoc($rows[$at], $after));
        self::assertSame('' === $too ? [] : [(int) array_search($too, $heads, true)], $differ, implode(' | ', $after));
    }

    public function testWhatCannotBeIsRefusedAndTheOthersAreTaken(): void
    {
        $list = self::back('addresses', [
            'devices/berth-1' => ['Address' => 'nonsense'],
            'devices/berth-2' => ['Location' => 'Nowhere'],
            'devices/berth-3' => ['Device type' => 'Horn'],
            'devices/hut-phone' => ['Mask' => '255.0.255.0'],
            'devices/ticket-1' => ['Name' => 'Window one', 'Address' => '10.47.10.99'],
        ]);
        self::assertCount(1, $list->change->edits);
        $refused = implode("\n", self::refused($list));
        self::assertStringContainsString('"nonsense', $refused);
        self::assertStringContainsString('"Nowhere" is not allowed here: the name that just one location has', $refused);
        self::assertStringContainsString('"PTZ camera, rotary switch" in the column Device type', $refused);
        self::assertStringContainsString('ones stand together', $refused);
        $changed = array_values(array_filter($list->rows, static fn (BackRow $r): bool => BackRow::CHANGED === $r->does));
        self::assertSame([['Address: 10.47.10.20 → 10.47.10.99', 'Name: Ticket window 1 → Window one']], array_column($changed, 'why'));
    }

    /** A spreadsheet's own ways: an apostrophe before what begins like a formula, a figure written otherwise. */
    public function testWhatASpreadsheetDoesIsNoChange(): void
    {
        $figure = self::back('universes', ['fixtures/fx-mast-1' => ['From slot' => '1.0']]);
        self::assertSame([BackRow::SAME], array_values(array_unique(array_map(static fn (BackRow $r): string => $r->does, $figure->rows))));
        $comma = self::back('streams', ['flows/announcements' => ['Mbit/s' => '0,25', 'Sent as' => 'One Copy for All']]);
        self::assertSame(250.0, $comma->change->edits[0]->after['kbps'] ?? null);
        $job = Jobs::demo();
        $named = $job->with(new ChangeSet('', [$job->edit(Device::class, 'berth-1', ['name' => '=Berth 1'])]));
        $paper = PrintableLists::all()['addresses'];
        \assert($paper instanceof Reimportable);
        [$heads, $rows] = self::table($named, $paper);
        $at = self::at($rows, 'devices/berth-1');
        $rows[$at][(int) array_search('Name', $heads, true)] = "'=Berth 1";
        self::assertTrue((new ListReimport($named, $paper))->read(self::text([$heads, ...$rows]))->change->isEmpty());
    }

    /** Two ports of one unit, each on its row: both changes are in the one record. */
    public function testRowsOfOneRecordAreTakenTogether(): void
    {
        $macs = ['02-00-00-00-00-01', '02-00-00-00-00-02'];
        $list = self::back('ports', ['devices/timetable' => ['MAC' => $macs[0]], 'devices/timetable/1' => ['MAC' => $macs[1]]]);
        self::assertCount(1, $list->change->edits);
        $unit = Jobs::demo()->with($list->change)->devices['timetable'];
        self::assertSame($macs, array_map(static fn ($i): string => (string) $i->mac, $unit->interfaces));
    }

    public function testANumberIsWholeAndANameIsOne(): void
    {
        $half = self::refused(self::back('universes', ['fixtures/fx-mast-1' => ['Universe' => '1.5']]));
        self::assertStringContainsString('a whole number', $half[0] ?? '');
        $job = Jobs::demo();
        $twice = $job->with(new ChangeSet('', [$job->edit(Device::class, 'berth-2', ['name' => 'Berth 1 camera'])]));
        $paper = PrintableLists::all()['phones'];
        \assert($paper instanceof Reimportable);
        $list = (new ListReimport($twice, $paper))->read("Name;Rings;Row\nTicket 1;Berth 1 camera;extensions/2001\n");
        self::assertStringContainsString('the name that just one', $list->rows[0]->why[0]);
    }

    public function testRowsAreKnownByTheirMark(): void
    {
        $job = Jobs::demo();
        $paper = PrintableLists::all()['phones'];
        \assert($paper instanceof Reimportable);
        $list = (new ListReimport($job, $paper))->read("Name;Row\nNew one;\nGone;extensions/9999\nTicket 1;extensions/2001\n");
        self::assertSame(
            [BackRow::REFUSED, BackRow::REFUSED, BackRow::SAME],
            array_map(static fn (BackRow $r): string => $r->does, $list->rows),
        );
        $this->expectException(InvalidFile::class);
        $this->expectExceptionMessage('"Row" among them');
        (new ListReimport($job, $paper))->read("Name;Number\nTicket 1;2001\n");
    }

    /** @param array<string, array<string, string>> $changes texts by heading, by mark */
    private static function back(string $name, array $changes): BackList
    {
        $job = Jobs::demo();
        $paper = PrintableLists::all()[$name];
        \assert($paper instanceof Reimportable);
        [$heads, $rows] = self::table($job, $paper);
        foreach ($changes as $mark => $said) {
            foreach ($said as $head => $text) {
                $rows[self::at($rows, $mark)][(int) array_search($head, $heads, true)] = $text;
            }
        }

        return (new ListReimport($job, $paper))->read(self::text([$heads, ...$rows]));
    }

    /** @param list<array<int, string>> $rows */
    private static function at(array $rows, string $mark): int
    {
        foreach ($rows as $at => $row) {
            if (end($row) === $mark) {
                return $at;
            }
        }
        self::fail(\sprintf('No row has the mark %s.', $mark));
    }

    /** @return list<string> */
    private static function refused(BackList $list): array
    {
        $refused = array_filter($list->rows, static fn (BackRow $r): bool => BackRow::REFUSED === $r->does && '' !== $r->name);

        return array_merge(...array_map(static fn (BackRow $r): array => $r->why, array_values($refused)));
    }

    /** @return array{list<string>, list<array<int, string>>} headings and rows, with marks */
    private static function table(Job $job, Reimportable $paper): array
    {
        $rows = [];
        foreach ($paper->lines($job) as $line) {
            $rows[] = [...$line->cells, $line->of?->mark() ?? ''];
        }

        return [[...$paper->heads(), ListReimport::MARK], $rows];
    }

    /** @param list<array<int, string>> $rows */
    private static function text(array $rows): string
    {
        $field = static fn (string $text): string => '"'.str_replace('"', '""', $text).'"';

        return implode("\n", array_map(static fn (array $row): string => implode(';', array_map($field, $row)), $rows));
    }

    /** @return iterable<string, array{string, string, string, string, bool}> list, column, before, after, whether that is another value */
    public static function alike(): iterable
    {
        yield 'digits in front of a number' => ['dial-plan', 'Prefix', '0', '00', true];
        yield 'a decimal comma' => ['racks', 'kg', '9.2', '9,2', false];
        yield 'another with a decimal comma' => ['racks', 'kg', '9.2', '9,3', true];
        yield 'noughts behind' => ['racks', 'kg', '9.2', '9.20', false];
        yield 'thousands' => ['racks', 'BTU/h', '1234', '1,234', false];
        yield 'thousands and decimals' => ['racks', 'W', '1234.5', '1.234,5', false];
    }

    #[DataProvider('alike')]
    public function testNumbersAreComparedAsNumbersAndTextsToTheLetter(string $of, string $head, string $was, string $is, bool $other): void
    {
        $isFigure = \in_array($head, PrintableLists::all()[$of]->figures(), true);
        self::assertSame($other, !($isFigure ? Figure::isSame($was, $is) : $was === $is));
    }

    public function testHeadingsAsTheyWereCalledAreRead(): void
    {
        $paper = PrintableLists::all()['addresses'];
        \assert($paper instanceof Reimportable);
        $text = "Name;Serial;Place;Row\nEye;KS-9;Waiting hall;devices/berth-1\n";
        $list = (new ListReimport(Jobs::demo(), $paper))->read($text);
        $after = $list->change->edits[0]->after;
        self::assertSame(['Eye', 'KS-9', 'waiting-hall'], [$after['name'] ?? '', $after['serial'] ?? '', $after['location'] ?? '']);
    }

    public function testDigitsThatAreNoNumberKeepTheirNoughts(): void
    {
        $job = Jobs::demo();
        $paper = PrintableLists::all()['addresses'];
        \assert($paper instanceof Reimportable);
        [$heads, $rows] = self::table($job, $paper);
        $serial = (int) array_search('Serial number', $heads, true);
        foreach (['00123' => '123', '1E3' => '1000'] as $was => $is) {
            $first = array_values(array_filter($rows, static fn (array $row): bool => str_contains(implode(' ', $row), 'devices/')))[0];
            $of = RowOf::read($first[\count($heads) - 1]) ?? self::fail();
            $with = $job->with(new ChangeSet('', [$job->edit(Device::class, $of->id, ['serial' => (string) $was])]));
            $first[$serial] = $is;
            $back = (new ListReimport($with, $paper))->read(self::text([$heads, $first]));
            self::assertFalse($back->change->isEmpty(), \sprintf('%s is not %s', $was, $is));
        }
    }

    public function testANumberThatMayBeTwoIsAsked(): void
    {
        self::assertSame(95.2, Figure::read('95,2'));
        self::assertSame(1234.5, Figure::read('1.234,5'));
        $this->expectException(InvalidValue::class);
        $this->expectExceptionMessage('1234 or 1.234');
        Figure::read('1,234');
    }

    public function testTwoRowsForOneRecordAreRefusedWhereTheySayDifferentThings(): void
    {
        $job = Jobs::demo();
        $paper = PrintableLists::all()['racks'];
        \assert($paper instanceof Reimportable);
        [$heads, $rows] = self::table($job, $paper);
        $kg = (int) array_search('kg', $heads, true);
        $other = $rows[0];
        $other[$kg] = '77';
        $list = (new ListReimport($job, $paper))->read(self::text([$heads, $rows[0], $other, $rows[1], $rows[1]]));
        self::assertSame(
            [BackRow::REFUSED, BackRow::REFUSED, BackRow::SAME, BackRow::SAME],
            array_map(static fn (BackRow $r): string => $r->does, $list->rows),
        );
        self::assertStringContainsString('Lines 2, 3 are of the same row', $list->rows[0]->why[0]);
        self::assertTrue($list->change->isEmpty());
    }
}
