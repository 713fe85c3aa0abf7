<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use Symfony\Component\DomCrawler\Crawler;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Vorhut\App\Papers\Csv;
use Vorhut\App\Papers\Sheet;
use Vorhut\App\Papers\XlsxReader;
use Vorhut\App\Papers\XlsxWriter;
use Vorhut\Core\Exchange\CsvTable;
use Vorhut\Core\Paper\PrintableLists;
use Vorhut\Core\Record\InvalidFile;

/** Lists that are printed and carried off, and workbooks that come back. */
final class PapersTest extends AppTestCase
{
    public function testEveryListIsShownAndCarriedOffInTwoFormats(): void
    {
        $this->as('vera');
        self::assertSame(
            [
                'addresses', 'cables', 'dial-plan', 'directory', 'firmware', 'streams', 'heat', 'licences', 'phones', 'ports', 'racks',
                'time', 'universes',
            ],
            array_keys(PrintableLists::all()),
        );
        foreach (PrintableLists::all() as $name => $paper) {
            $rows = $paper->rows($this->job());
            self::assertNotSame([], $rows);
            self::assertSame([\count($paper->heads())], array_values(array_unique(array_map(\count(...), $rows))), $name);
            $page = $this->client->request('GET', self::JOB.'/papers/'.$name);
            self::assertSelectorTextContains('h1', $paper->title());
            self::assertCount(\count($rows), $page->filter('tbody tr'));
            self::assertSelectorTextContains('.on-paper', 'Kestrel Sound Ferries');
            $this->client->request('GET', self::JOB.'/papers/'.$name.'.csv');
            self::assertSame(1 + \count($rows), substr_count($this->body(), "\r\n"));
            $this->client->request('GET', self::JOB.'/papers/'.$name.'.xlsx');
            self::assertCount(1 + \count($rows), explode("\n", XlsxReader::text($this->body())));
        }
        $this->client->request('GET', self::JOB.'/papers/secrets');
        self::assertSame(404, $this->code());
    }

    /** Every list reads back equal, from text and from a workbook; there 49.0 and 49 are one figure. */
    public function testEveryListReadsBackEqual(): void
    {
        $job = $this->job();
        foreach (PrintableLists::all() as $name => $paper) {
            $sheet = Sheet::fromList($paper, $job);
            $figure = static fn (string $cell): string => (string) preg_replace('/^(-?\d+)\.0$/D', '$1', trim($cell));
            $filled = array_map(static fn (array $row): array => array_map($figure, $row), $sheet->rows);
            foreach ([Csv::MARK.Csv::write($sheet->rows), XlsxReader::text(XlsxWriter::write($sheet))] as $text) {
                $read = array_map(
                    static fn (array $row): array => array_pad(array_map($figure, $row), \count($sheet->rows[0]), ''),
                    array_values(CsvTable::parse($text)->rows),
                );
                self::assertSame($filled, $read, $name);
            }
        }
    }

    /** A list is carried off as a workbook, a cell is changed, it comes back: shown first, then taken; who only looks takes nothing. */
    public function testAListThatWasChangedElsewhereComesBack(): void
    {
        $this->as('tomas');
        foreach (['csv', 'xlsx'] as $sort) {
            $this->client->request('GET', self::JOB.'/papers/phones.'.$sort);
            $this->comesBack('phones', $this->body(), 'phones.'.$sort);
            self::assertSelectorTextContains('.sheet h2', 'as planned');
            self::assertSelectorNotExists('.sheet form', 'what went out unchanged takes nothing back');
        }
        $rows = array_map(static fn (array $row): array => match ($row[0]) {
            '2001' => [$row[0], 'Window one', ...\array_slice($row, 2)],
            '2002' => [...\array_slice($row, 0, 3), 'Nowhere', ...\array_slice($row, 4)],
            default => $row,
        }, Sheet::fromList(PrintableLists::all()['phones'], $this->job())->rows);
        // In the workbook of all lists it is the sheet of its name that counts.
        $book = XlsxWriter::write(new Sheet('Other', [['Name', 'Row'], ['No', 'extensions/2001']]), new Sheet('Phone list', $rows));
        $this->comesBack('phones', $book, 'lists.xlsx');
        self::assertSelectorTextContains('.sheet .care', 'by a lead only');
        self::assertSelectorNotExists('.sheet form');
        $this->as('ines');
        $page = $this->comesBack('phones', $book, 'lists.xlsx');
        self::assertSelectorTextContains('.sheet', 'Name: Ticket 1 → Window one');
        self::assertSelectorTextContains('.sheet', 'in the column Location');
        $this->client->submit($page->selectButton('Apply changes')->form());
        $this->client->followRedirect();
        self::assertSame('Window one', $this->job()->extensions['2001']->name);
        $this->comesBack(name: 'phones', bytes: 'nothing of the sort', file: 'x.csv');
        self::assertSame(422, $this->code());
        self::assertSelectorTextContains('[role=alert]', 'Row');
        $this->client->request('GET', self::JOB.'/papers/heat/back');
        self::assertSame(404, $this->code(), 'it follows from others');
        $this->as('vera');
        $this->client->request('GET', self::JOB.'/papers/phones');
        self::assertSelectorTextNotContains('.work', 'Import the changed list');
        $this->post(self::JOB.'/papers/phones/take', ['text' => "Name,Row\nX,extensions/2001\n"]);
        self::assertSame(403, $this->code());
    }

    private function comesBack(string $name, string $bytes, string $file): Crawler
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'list');
        file_put_contents($path, $bytes);
        $upload = new UploadedFile($path, $file, test: true);
        $url = self::JOB.'/papers/'.$name.'/back';

        return $this->client->request('POST', $url, ['_token' => 'csrf-token'], ['file' => $upload], ['HTTP_ORIGIN' => 'http://localhost']);
    }

    /** By hand: one address of each sort, in its place. */
    public function testTheAddressListHasEveryAddressInOrder(): void
    {
        $rows = PrintableLists::all()['addresses']->rows($this->job());
        $voice = array_values(array_filter($rows, static fn (array $r): bool => 'Voice, Northpier' === $r[0]));
        self::assertSame(['Voice, Northpier', '110', '10.47.10.1', '255.255.255.0', '', 'Core router'], \array_slice($voice[0], 0, 6));
        self::assertSame('10.47.10.10', $voice[1][2]);
        foreach ($this->job()->segments as $segment) {
            $here = array_filter($rows, static fn (array $r): bool => $segment->name === $r[0]);
            $addresses = array_diff(array_column($here, 2), ['', 'DHCP']);
            $values = array_map(static fn (string $a): int => (int) ip2long($a), $addresses);
            $sorted = $values;
            sort($sorted);
            self::assertSame($sorted, array_values($values), $segment->name);
        }
        $phones = array_column(PrintableLists::all()['phones']->rows($this->job()), null, 0);
        self::assertSame(['2001', 'Ticket 1', 'Ticket window 1'], \array_slice($phones['2001'], 0, 3));
        self::assertStringContainsString('Northpier', $phones['2001'][4], 'the address of the building around it');
    }

    /** By hand: 1 W is 3.412 BTU/h, and the whole is the sum of its places. */
    public function testHeatIsAddedUpPlaceByPlace(): void
    {
        $rows = array_column(PrintableLists::all()['heat']->rows($this->job()), null, 0);
        self::assertSame(['Eastholm, Eastholm hut', '7', '100.2', '342', '', '42', '40', 'Hut phone'], $rows['Eastholm, Eastholm hut']);
        self::assertSame('28', $rows['Northpier, Comms room'][5]);
        $all = $rows['All locations'];
        unset($rows['All locations']);
        self::assertEqualsWithDelta((float) $all[2], array_sum(array_map(floatval(...), array_column($rows, 2))), 0.001);
        self::assertSame('81', $all[1]);
        self::assertSame('8', $all[4], 'units of which nobody knows what they draw');
    }

    public function testAWorkbookKeepsEveryText(): void
    {
        $rows = [
            ['Name', 'What', 'Number'],
            ['<b>&"quoted"</b>', "two\nlines and\ta tab", '007'],
            ['', 'ünïcode ✓', '=1+1'],
            ['only the first', '', ''],
        ];
        $bytes = XlsxWriter::write(new Sheet('A list: with/odd [name]', $rows));
        self::assertTrue(XlsxReader::isOne($bytes));
        self::assertSame($bytes, XlsxWriter::write(new Sheet('A list: with/odd [name]', $rows)), 'the same rows make the same bytes');
        self::assertStringStartsWith("Name\tWhat\tNumber\n\"<b>&\"\"quoted\"\"</b>\"\t", XlsxReader::text($bytes));
        self::assertStringContainsString("\"two\nlines and\ta tab\"\t007", XlsxReader::text($bytes));
        self::assertStringContainsString("\n\tünïcode ✓\t=1+1\nonly the first", XlsxReader::text($bytes));
    }

    /** Figures and days are such to whoever calculates with them, a number that is a name stays a text; all reads back as it was. */
    public function testCellsHaveTypes(): void
    {
        $rows = [['Number', 'Watts', 'Until'], ['007', '6.5', '2027-03-01'], ['12', 'many', '2027-02-30'], ['12', '-1', '']];
        $bytes = XlsxWriter::write(new Sheet('A', [['x']]), new Sheet('a', $rows, ['Watts']));
        $path = (string) tempnam(sys_get_temp_dir(), 'xlsx');
        file_put_contents($path, $bytes);
        $zip = new \ZipArchive();
        $zip->open($path);
        $sheet = (string) $zip->getFromName('xl/worksheets/sheet2.xml');
        $book = (string) $zip->getFromName('xl/workbook.xml');
        $zip->close();
        unlink($path);
        self::assertStringContainsString('<sheet name="A" sheetId="1" r:id="r1"/><sheet name="a 2" sheetId="2" r:id="r2"/>', $book);
        self::assertStringContainsString('<c r="B2" s="2"><v>6.5</v></c>', $sheet);
        // By hand: 2027-03-01 is 46 447 days after 1899-12-30.
        self::assertStringContainsString('<c r="C2" s="3"><v>46447</v></c>', $sheet);
        self::assertSame(3, substr_count($sheet, '<v>'), 'two figures and a day');
        self::assertStringContainsString('<autoFilter ref="A1:C4"/>', $sheet);
        $only = XlsxWriter::write(new Sheet('a', $rows, ['Watts']));
        self::assertSame("Number\tWatts\tUntil\n007\t6.5\t2027-03-01\n12\tmany\t2027-02-30\n12\t-1\t", XlsxReader::text($only));
    }

    public function testAWorkbookFromElsewhereIsReadAsItIsShown(): void
    {
        $bytes = self::workbook(
            '<row r="1"><c r="A1" t="s"><v>0</v></c><c r="C1" t="inlineStr"><is><t>IP</t></is></c></row>'
            .'<row r="3"><c r="A3" t="s"><v>1</v></c><c r="B3" s="1"><v>7</v></c><c r="C3"><v>1.5</v></c><c r="D3" t="b"><v>1</v></c>'
            .'<c r="E3"><f>1+1</f><v>2</v></c><c r="F3"><v>4712345678901</v></c></row>',
        );
        self::assertSame("Name\t\tIP\n\nBerth 9\t0007\t1.5\tyes\t2\t4712345678901", XlsxReader::text($bytes));
        foreach (['PK nothing', substr($bytes, 0, 300)] as $damaged) {
            try {
                XlsxReader::text($damaged);
                self::fail('A damaged workbook was read.');
            } catch (InvalidFile $e) {
                self::assertStringContainsString('.xlsx', $e->getMessage());
            }
        }
    }

    public function testAListComesInAsAWorkbook(): void
    {
        $this->as('tomas');
        $file = (string) tempnam(sys_get_temp_dir(), 'list');
        $rows = [['Name', 'Typ', 'Netz'], ['Berth 9 camera', 'PTZ camera, rotary switch', 'Video']];
        file_put_contents($file, XlsxWriter::write(new Sheet('Kit', $rows)));
        $upload = new UploadedFile($file, 'kit.xlsx', test: true);
        $send = fn (UploadedFile $upload) => $this->client->request(
            'POST',
            self::JOB.'/list',
            ['_token' => 'csrf-token'],
            ['file' => $upload],
            ['HTTP_ORIGIN' => 'http://localhost'],
        );
        $send($upload);
        self::assertResponseIsSuccessful();
        self::assertSelectorTextContains('.next', '1 new, 0 changed');
        self::assertSelectorTextContains('main', 'Berth 9 camera');
        file_put_contents($file, "PK\x03\x04 xl/workbook.xml nothing else");
        $send(new UploadedFile($file, 'kit.xlsx', test: true));
        self::assertSame(422, $this->code());
        self::assertSelectorTextContains('[role=alert]', 'Save it again');
    }

    public function testNoSpreadsheetTakesATextForAFormula(): void
    {
        self::assertSame("'=1+1,'@x,\"a,b\",\"a \"\"b\"\"\"\r\n", Csv::write([['=1+1', '@x', 'a,b', 'a "b"']]));
    }

    public function testTheBenchIsPrintedForAUnitARoomOrAll(): void
    {
        $this->as('tomas');
        $page = $this->client->request('GET', self::JOB.'/bench/paper?device=berth-4');
        self::assertCount(1, $page->filter('.paper-unit'));
        self::assertCount(17, $page->filter('.paper-step'));
        self::assertSelectorTextContains('.paper-unit', '192.0.2.250');
        $all = $this->client->request('GET', self::JOB.'/bench/paper')->filter('.paper-unit')->count();
        $hall = $this->client->request('GET', self::JOB.'/bench/paper?place=ticket-hall')->filter('.paper-unit')->count();
        $pier = $this->client->request('GET', self::JOB.'/bench/paper?place=northpier')->filter('.paper-unit')->count();
        self::assertSame(81, $all);
        self::assertGreaterThan(0, $hall);
        self::assertGreaterThan($hall, $pier, 'a building with all its rooms');
        self::assertLessThan($all, $pier);
    }

    private static function workbook(string $rows): string
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'book');
        $zip = new \ZipArchive();
        $zip->open($file, \ZipArchive::OVERWRITE);
        $main = 'xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"';
        $zip->addFromString('xl/workbook.xml', '<workbook '.$main.'/>');
        $zip->addFromString('xl/sharedStrings.xml', '<sst '.$main.'><si><t>Name</t></si><si><r><t>Berth</t></r><r>'
            .'<t xml:space="preserve"> 9</t></r><rPh><t>sound</t></rPh></si></sst>');
        $zip->addFromString('xl/styles.xml', '<styleSheet '.$main.'><numFmts><numFmt numFmtId="164" formatCode="0000"/></numFmts>'
            .'<cellStyleXfs><xf numFmtId="164"/></cellStyleXfs><cellXfs><xf numFmtId="0"/><xf numFmtId="164"/></cellXfs></styleSheet>');
        $zip->addFromString('xl/worksheets/sheet1.xml', '<worksheet '.$main.'><sheetData/></worksheet>');
        $zip->addFromString('xl/worksheets/sheet2.xml', '<worksheet '.$main.'><sheetData>'.$rows.'</sheetData></worksheet>');
        $zip->close();
        $bytes = (string) file_get_contents($file);
        unlink($file);

        return $bytes;
    }
}
