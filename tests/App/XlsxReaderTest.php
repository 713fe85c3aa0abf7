<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use PHPUnit\Framework\TestCase;
use Vorhut\App\Papers\Archive;
use Vorhut\App\Papers\Sheet;
use Vorhut\App\Papers\XlsxReader;
use Vorhut\App\Papers\XlsxWriter;
use Vorhut\Core\Record\InvalidFile;

/** Workbooks of others: what cannot be read is said, and costs little. */
final class XlsxReaderTest extends TestCase
{
    private const HEAD = '<?xml version="1.0"?>';
    private const OFFICE = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';
    private const MAIN = 'xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"';

    public function testAFormulaWithoutItsResultIsNoEmptyCell(): void
    {
        self::assertSame("A\t7", XlsxReader::text(self::book('<c r="A1" t="str"><v>A</v></c><c r="B1"><f>3+4</f><v>7</v></c>')));
        $this->expectException(InvalidFile::class);
        $this->expectExceptionMessage('cell B1: "a formula without its result"');
        XlsxReader::text(self::book('<c r="A1" t="str"><v>A</v></c><c r="B1"><f>3+4</f></c>'));
    }

    public function testMillionsOfSharedTextsAreRefusedSoon(): void
    {
        $begin = hrtime(true);
        $texts = '<sst '.self::MAIN.'>'.str_repeat('<si><t>a</t></si>', 2_000_000).'</sst>';
        $bytes = self::book('<c r="A1" t="s"><v>0</v></c>', ['xl/sharedStrings.xml' => self::HEAD.$texts]);
        unset($texts);
        try {
            XlsxReader::text($bytes);
            self::fail('it was taken');
        } catch (InvalidFile $e) {
            self::assertStringContainsString('more texts', $e->getMessage());
        }
        self::assertLessThan(15e9, hrtime(true) - $begin);
    }

    public function testWhatVorhutWroteIsReadAsItWas(): void
    {
        $rows = [['Name', 'Rate'], ['Amp, left', '95,2'], ["'quoted", '007']];
        $text = XlsxReader::text(XlsxWriter::write(new Sheet('A', $rows)));
        self::assertSame("Name\tRate\n\"Amp, left\"\t\"95,2\"\n'quoted\t007", $text);
    }

    public function testSheetsAreReadWhereTheWorkbookSaysTheyLie(): void
    {
        $cells = '<c r="A1" t="str"><v>Kept</v></c>';
        self::assertSame('Kept', XlsxReader::text(self::book($cells, [], 'worksheets/sheet2.xml')));
        self::assertSame('Kept', XlsxReader::text(self::book($cells, [], '/xl/of/units.xml')));
    }

    /**
     * @param array<string, string> $more
     * @param string $at where its sheet lies
     */
    private static function book(string $cells, array $more = [], string $at = 'worksheets/sheet1.xml'): string
    {
        $sheets = '<sheets><sheet name="a" sheetId="1" r:id="r1" xmlns:r="'.self::OFFICE.'"/></sheets>';
        $relations = \sprintf('<Relationships><Relationship Id="r1" Target="%s"/></Relationships>', $at);

        return Archive::zip($more + [
            'xl/workbook.xml' => self::HEAD.'<workbook '.self::MAIN.'>'.$sheets.'</workbook>',
            'xl/_rels/workbook.xml.rels' => self::HEAD.$relations,
            str_starts_with($at, '/') ? substr($at, 1) : 'xl/'.$at => self::HEAD.'<worksheet '.self::MAIN.'><sheetData><row r="1">'.$cells
                .'</row></sheetData></worksheet>',
        ]);
    }
}
