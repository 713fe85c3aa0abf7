<?php

declare(strict_types=1);

namespace Vorhut\App\Papers;

use Symfony\Component\HttpFoundation\Response;

/** A table as a workbook of one sheet (ISO/IEC 29500): every cell a text, the first row fixed and with filters. */
final class XlsxWriter
{
    private const HEAD = '<?xml version="1.0" encoding="UTF-8" standalone="yes"?>'."\n";
    private const SHEET = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main';
    private const RELATIONS = 'http://schemas.openxmlformats.org/package/2006/relationships';
    private const OFFICE = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';
    private const TYPES = 'application/vnd.openxmlformats-officedocument.spreadsheetml.';
    private const TYPE = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';
    private const WIDEST = 60;
    private const LONGEST_NAME = 31;

    public static function answer(string $name, string $bytes): Response
    {
        return new Response($bytes, headers: [
            'Content-Type' => self::TYPE,
            'Content-Disposition' => \sprintf('attachment; filename="%s"', $name),
        ]);
    }

    /**
     * @param string $name of the sheet
     * @param non-empty-list<list<string>> $rows headings first
     *
     * @return string the bytes of the file, the same for the same rows
     */
    public static function write(string $name, array $rows): string
    {
        return Archive::of(array_map(static fn (string $xml): string => self::HEAD.$xml, self::parts($name, $rows)));
    }

    /**
     * @param non-empty-list<list<string>> $rows
     *
     * @return array<string, string>
     */
    private static function parts(string $name, array $rows): array
    {
        $name = self::text(mb_substr((string) preg_replace('#[\\\\/?*\[\]:]#', ' ', $name), 0, self::LONGEST_NAME));

        return [
            '[Content_Types].xml' => '<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types">'
                .'<Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/>'
                .'<Override PartName="/xl/workbook.xml" ContentType="'.self::TYPES.'sheet.main+xml"/>'
                .'<Override PartName="/xl/worksheets/sheet1.xml" ContentType="'.self::TYPES.'worksheet+xml"/>'
                .'<Override PartName="/xl/styles.xml" ContentType="'.self::TYPES.'styles+xml"/></Types>',
            '_rels/.rels' => '<Relationships xmlns="'.self::RELATIONS.'"><Relationship Id="r1" Type="'.self::OFFICE
                .'/officeDocument" Target="xl/workbook.xml"/></Relationships>',
            'xl/workbook.xml' => '<workbook xmlns="'.self::SHEET.'" xmlns:r="'.self::OFFICE.'"><sheets><sheet name="'.$name
                .'" sheetId="1" r:id="r1"/></sheets></workbook>',
            'xl/_rels/workbook.xml.rels' => '<Relationships xmlns="'.self::RELATIONS.'"><Relationship Id="r1" Type="'.self::OFFICE
                .'/worksheet" Target="worksheets/sheet1.xml"/><Relationship Id="r2" Type="'.self::OFFICE
                .'/styles" Target="styles.xml"/></Relationships>',
            'xl/styles.xml' => '<styleSheet xmlns="'.self::SHEET.'"><fonts count="2"><font/><font><b/></font></fonts>'
                .'<fills count="1"><fill/></fills><borders count="1"><border/></borders><cellStyleXfs count="1"><xf/></cellStyleXfs>'
                .'<cellXfs count="2"><xf numFmtId="49"/><xf numFmtId="49" fontId="1" applyFont="1"/></cellXfs></styleSheet>',
            'xl/worksheets/sheet1.xml' => self::sheet($rows),
        ];
    }

    /** @param non-empty-list<list<string>> $rows */
    private static function sheet(array $rows): string
    {
        $columns = $lines = '';
        foreach (array_keys($rows[0]) as $column) {
            $width = 2 + max(array_map(static fn (array $row): int => mb_strlen($row[$column] ?? ''), $rows));
            $columns .= \sprintf('<col min="%1$d" max="%1$d" width="%2$d" customWidth="1"/>', $column + 1, min($width, self::WIDEST));
        }
        foreach ($rows as $index => $row) {
            $cells = '';
            foreach ($row as $column => $text) {
                $cells .= \sprintf(
                    '<c r="%s%d" s="%d" t="inlineStr"><is><t xml:space="preserve">%s</t></is></c>',
                    self::letters($column),
                    $index + 1,
                    0 === $index ? 1 : 0,
                    self::text($text),
                );
            }
            $lines .= \sprintf('<row r="%d">%s</row>', $index + 1, $cells);
        }
        $all = \sprintf('A1:%s%d', self::letters(max(0, \count($rows[0]) - 1)), \count($rows));

        return '<worksheet xmlns="'.self::SHEET.'"><sheetViews><sheetView workbookViewId="0"><pane ySplit="1" topLeftCell="A2"'
            .' activePane="bottomLeft" state="frozen"/></sheetView></sheetViews><cols>'.$columns.'</cols><sheetData>'.$lines
            .'</sheetData><autoFilter ref="'.$all.'"/></worksheet>';
    }

    private static function letters(int $column): string
    {
        $letters = '';
        for ($n = $column + 1; $n > 0; $n = intdiv($n - 1, 26)) {
            $letters = \chr(65 + ($n - 1) % 26).$letters;
        }

        return $letters;
    }

    private static function text(string $text): string
    {
        $plain = (string) preg_replace('/[^\x{9}\x{A}\x{D}\x{20}-\x{D7FF}\x{E000}-\x{FFFD}\x{10000}-\x{10FFFF}]/u', '', $text);

        return htmlspecialchars($plain, \ENT_XML1 | \ENT_QUOTES);
    }
}
