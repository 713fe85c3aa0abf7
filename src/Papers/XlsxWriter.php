<?php

declare(strict_types=1);

namespace Vorhut\App\Papers;

use Symfony\Component\HttpFoundation\Response;
use Vorhut\App\Web\Download;
use Vorhut\App\Web\MediaType;

/**
 * Tables as a workbook (ISO/IEC 29500-1): a sheet for each, its first row fixed and with filters; cells are texts, numbers and days.
 *
 * Our own, as the reader: phpoffice/phpspreadsheet installs on PHP 8.2 only against what a package below it requires, and writes
 * 26,000 rows in 11 s and 255 MB; openspout/openspout wants PHP 8.4 (tried on 2026-12-01). Held against python3-openpyxl in the tests.
 */
final class XlsxWriter
{
    private const HEAD = '<?xml version="1.0" encoding="UTF-8" standalone="yes"?>'."\n";
    private const SHEET = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main';
    private const RELATIONS = 'http://schemas.openxmlformats.org/package/2006/relationships';
    private const OFFICE = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';
    private const TYPES = 'application/vnd.openxmlformats-officedocument.spreadsheetml.';
    private const WIDEST = 60;
    private const LONGEST_NAME = 31;
    /** Numbers of the styles below. */
    private const TEXT = 0;
    private const HEADING = 1;
    private const NUMBER = 2;
    private const DAY = 3;

    public static function answer(string $name, string $bytes): Response
    {
        return new Download($bytes, MediaType::Xlsx, $name);
    }

    /** @return string the bytes of the file, the same for the same sheets */
    public static function write(Sheet ...$sheets): string
    {
        $parts = [
            '[Content_Types].xml' => self::types(\count($sheets)),
            '_rels/.rels' => '<Relationships xmlns="'.self::RELATIONS.'"><Relationship Id="r1" Type="'.self::OFFICE
                .'/officeDocument" Target="xl/workbook.xml"/></Relationships>',
            'xl/workbook.xml' => self::book($sheets),
            'xl/_rels/workbook.xml.rels' => self::relations(\count($sheets)),
            'xl/styles.xml' => self::styles(),
        ];
        foreach (array_values($sheets) as $index => $sheet) {
            $parts[\sprintf('xl/worksheets/sheet%d.xml', $index + 1)] = self::sheet($sheet);
        }

        return Archive::zip(array_map(static fn (string $xml): string => self::HEAD.$xml, $parts));
    }

    private static function types(int $count): string
    {
        $sheets = '';
        for ($n = 1; $n <= $count; ++$n) {
            $sheets .= \sprintf('<Override PartName="/xl/worksheets/sheet%d.xml" ContentType="%sworksheet+xml"/>', $n, self::TYPES);
        }

        return '<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types">'
            .'<Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/>'
            .'<Override PartName="/xl/workbook.xml" ContentType="'.self::TYPES.'sheet.main+xml"/>'.$sheets
            .'<Override PartName="/xl/styles.xml" ContentType="'.self::TYPES.'styles+xml"/></Types>';
    }

    /** @param array<array-key, Sheet> $sheets */
    private static function book(array $sheets): string
    {
        $entries = '';
        $taken = [];
        foreach (array_values($sheets) as $index => $sheet) {
            $name = self::name($sheet->name, $taken);
            $taken[mb_strtolower($name)] = true;
            $entries .= \sprintf('<sheet name="%s" sheetId="%2$d" r:id="r%2$d"/>', self::text($name), $index + 1);
        }

        return '<workbook xmlns="'.self::SHEET.'" xmlns:r="'.self::OFFICE.'"><sheets>'.$entries.'</sheets></workbook>';
    }

    /**
     * At most 31 characters, none that a formula needs, and each name once.
     *
     * @param array<string, true> $taken
     */
    private static function name(string $title, array $taken): string
    {
        $plain = trim(mb_substr((string) preg_replace('#[\\\\/?*\[\]:]#', ' ', $title), 0, self::LONGEST_NAME));
        $name = $plain;
        for ($n = 2; isset($taken[mb_strtolower($name)]); ++$n) {
            $end = ' '.$n;
            $name = mb_substr($plain, 0, self::LONGEST_NAME - \strlen($end)).$end;
        }

        return $name;
    }

    private static function relations(int $count): string
    {
        $relations = '';
        for ($n = 1; $n <= $count; ++$n) {
            $relations .= \sprintf('<Relationship Id="r%1$d" Type="%2$s/worksheet" Target="worksheets/sheet%1$d.xml"/>', $n, self::OFFICE);
        }

        return '<Relationships xmlns="'.self::RELATIONS.'">'.$relations.'<Relationship Id="styles" Type="'.self::OFFICE
            .'/styles" Target="styles.xml"/></Relationships>';
    }

    private static function styles(): string
    {
        return '<styleSheet xmlns="'.self::SHEET.'"><numFmts count="1"><numFmt numFmtId="164" formatCode="yyyy\-mm\-dd"/></numFmts>'
            .'<fonts count="2"><font/><font><b/></font></fonts>'
            .'<fills count="2"><fill><patternFill patternType="none"/></fill><fill><patternFill patternType="gray125"/></fill></fills>'
            .'<borders count="1"><border/></borders><cellStyleXfs count="1"><xf/></cellStyleXfs>'
            .'<cellXfs count="4"><xf numFmtId="49"/><xf numFmtId="49" fontId="1" applyFont="1"/><xf numFmtId="0"/>'
            .'<xf numFmtId="164" applyNumberFormat="1"/></cellXfs></styleSheet>';
    }

    private static function sheet(Sheet $sheet): string
    {
        $rows = $sheet->rows;
        $columns = $lines = '';
        foreach (array_keys($rows[0]) as $column) {
            $width = 2 + max(array_map(static fn (array $row): int => mb_strlen($row[$column] ?? ''), $rows));
            $columns .= \sprintf('<col min="%1$d" max="%1$d" width="%2$d" customWidth="1"/>', $column + 1, min($width, self::WIDEST));
        }
        foreach ($rows as $index => $row) {
            $cells = '';
            foreach ($row as $column => $text) {
                $at = self::letters($column).($index + 1);
                $cells .= 0 === $index ? self::inline($at, self::HEADING, $text) : self::cell($sheet, $at, $column, $text);
            }
            $lines .= \sprintf('<row r="%d">%s</row>', $index + 1, $cells);
        }
        $all = \sprintf('A1:%s%d', self::letters(max(0, \count($rows[0]) - 1)), \count($rows));

        return '<worksheet xmlns="'.self::SHEET.'"><sheetViews><sheetView workbookViewId="0"><pane ySplit="1" topLeftCell="A2"'
            .' activePane="bottomLeft" state="frozen"/></sheetView></sheetViews><cols>'.$columns.'</cols><sheetData>'.$lines
            .'</sheetData><autoFilter ref="'.$all.'"/></worksheet>';
    }

    private static function cell(Sheet $sheet, string $at, int $column, string $text): string
    {
        $number = $sheet->number($column, $text);
        $day = Sheet::day($text);

        return match (true) {
            null !== $number => \sprintf('<c r="%s" s="%d"><v>%s</v></c>', $at, self::NUMBER, $number),
            null !== $day => \sprintf('<c r="%s" s="%d"><v>%d</v></c>', $at, self::DAY, $day),
            default => self::inline($at, self::TEXT, $text),
        };
    }

    private static function inline(string $at, int $style, string $text): string
    {
        $said = self::text($text);

        return \sprintf('<c r="%s" s="%d" t="inlineStr"><is><t xml:space="preserve">%s</t></is></c>', $at, $style, $said);
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
