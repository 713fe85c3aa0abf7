<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Exchange;

use PHPUnit\Framework\TestCase;
use Vorhut\Core\Exchange\NumberList;
use Vorhut\Core\Exchange\NumberRow;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Tests\Support\Jobs;

final class NumberListTest extends TestCase
{
    public function testWhatIsWrittenIsReadAsTheSame(): void
    {
        $lines = array_map(static fn (array $row): string => implode(';', $row), NumberList::written(Jobs::demo()));
        $does = array_unique(array_map(static fn (NumberRow $r): string => $r->does, self::rows(implode("\n", $lines))));
        self::assertSame(['same'], $does);
    }

    public function testEachRowSaysWhatItWouldDo(): void
    {
        $rows = self::rows(<<<'TXT'
            Numbers of the ferries;;
            Nebenstelle;Name;Gerät;Art;E-Mail;Benutzer;Mailbox
            2001;First window;;;;;
            2014;Office;02-47-00-00-10-16;;;Anna;yes
            2015;Storeroom;;voicemail;store@example.net;;
            2016;x;nobody;;;;
            2017;x;;hotline;;;
            21;x;;;;;
            20a;x;;;;;
            2015;again;;;;;
            20 02;Ticket 2;Ticket window 2;;;;
            TXT);
        self::assertSame([
            '2001' => ['changed', 'name'],
            '2014' => ['renumbers', 'Ticket window 3 has 2003'],
            '2015' => ['refused', 'it stands in the list twice'],
            '2016' => ['refused', 'no device of this job is called "nobody"'],
            '2017' => ['refused', '"hotline" is none of sip, analogue, group, attendant, voicemail, paging, conference, fax'],
            '21' => ['refused', 'is a feature code (Park a call)'],
            '20a' => ['refused', '"20a" is no number of one to fifteen digits'],
            '2002' => ['same', ''],
        ], self::said($rows));
        self::assertSame('new', $rows[2]->does);
        $job = self::taken(Jobs::demo(), $rows);
        self::assertSame(['First window', 'ticket-1'], [$job->extensions['2001']->name, $job->extensions['2001']->device]);
        self::assertSame(['Storeroom', 'store@example.net'], [$job->extensions['2015']->name, $job->extensions['2015']->mail]);
        self::assertSame('ticket-3', $job->extensions['2003']->device);
        self::assertArrayNotHasKey('2014', $job->extensions);
    }

    /** Ticked, the unit moves with all that was said of its number. */
    public function testAUnitIsRenumberedOnlyWhereItIsAskedFor(): void
    {
        $rows = self::rows("Number,Unit\n2014,Ticket window 3", true);
        self::assertSame(['2014' => ['moves', 'instead of 2003']], self::said($rows));
        $job = self::taken(Jobs::demo(), $rows);
        self::assertArrayNotHasKey('2003', $job->extensions);
        self::assertSame(['ticket-3', 'Ticket 3', 'pbx'], [
            $job->extensions['2014']->device, $job->extensions['2014']->name, $job->extensions['2014']->server,
        ]);
    }

    public function testAListWithoutNumbersIsRefused(): void
    {
        $this->expectException(InvalidFile::class);
        self::rows("Name;Unit\nx;y");
    }

    /** @return list<NumberRow> */
    private static function rows(string $text, bool $renumbers = false): array
    {
        return (new NumberList(Jobs::demo()))->read($text, $renumbers);
    }

    /** @param list<NumberRow> $rows */
    private static function taken(Job $job, array $rows): Job
    {
        return $job->with(NumberList::changeSet($rows));
    }

    /**
     * @param list<NumberRow> $rows
     *
     * @return array<array-key, array{string, string}>
     */
    private static function said(array $rows): array
    {
        $said = [];
        foreach ($rows as $row) {
            $said[$row->number] = [$row->does, $row->why];
        }

        return $said;
    }
}
