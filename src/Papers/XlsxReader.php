<?php

declare(strict_types=1);

namespace Vorhut\App\Papers;

use Vorhut\Core\Record\InvalidFile;

/** The first sheet of a workbook that has anything in it (ISO/IEC 29500), as text with tabs between its cells. */
final class XlsxReader
{
    private const MAX_BYTES = 60_000_000;
    private const OFFICE = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';
    private const MAX_COLUMNS = 256;
    private const MAX_ROWS = 20_000;

    /** Texts that cells share: 20 columns of the most rows. */
    private const MAX_STRINGS = 400_000;

    /** What every reader knows as a day (ISO/IEC 29500-1, 18.8.30). */
    private const DAY = 14;
    private const ALLOWED = 'a workbook (.xlsx) of at most 60 MB unpacked, 20 000 rows and 256 columns';

    /** @var list<string> */
    private array $strings = [];

    /** @var array<int, string> format of numbers by style, of those that only add noughts in front */
    private array $padded = [];

    /** @var array<int, true> styles of days */
    private array $days = [];

    private function __construct(private readonly \ZipArchive $zip) {}

    public static function isOne(string $bytes): bool
    {
        return str_starts_with($bytes, "PK\x03\x04") && str_contains($bytes, 'xl/workbook.xml');
    }

    /**
     * @param string $sheet the one of that name, where there is one
     *
     * @throws InvalidFile
     */
    public static function text(string $bytes, string $sheet = ''): string
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'xlsx');
        file_put_contents($file, $bytes);
        $zip = new \ZipArchive();
        if (true !== $zip->open($file, \ZipArchive::RDONLY)) {
            unlink($file);
            throw InvalidFile::at('file', 'a damaged file', self::ALLOWED, 'Save it again as .xlsx or .csv.');
        }
        try {
            $reader = new self($zip);
            $reader->prepare();
            $sheets = $reader->sheets();
            if (isset($sheets[$sheet])) {
                return $reader->sheet($sheets[$sheet]);
            }
            foreach ($sheets as $path) {
                $text = $reader->sheet($path);
                if ('' !== trim($text)) {
                    return $text;
                }
            }
        } finally {
            $zip->close();
            unlink($file);
        }
        throw InvalidFile::at('file', 'a workbook without content', self::ALLOWED, 'Choose the right one.');
    }

    /** @return array<array-key, string> where each sheet lies, by its name, in the order of the workbook */
    private function sheets(): array
    {
        $targets = [];
        $relations = $this->part('xl/_rels/workbook.xml.rels');
        while (null !== $relations && $relations->read()) {
            if ('Relationship' === $relations->localName) {
                $targets[(string) $relations->getAttribute('Id')] = (string) $relations->getAttribute('Target');
            }
        }
        $sheets = [];
        $book = $this->part('xl/workbook.xml');
        while (null !== $book && $book->read()) {
            $target = 'sheet' === $book->localName ? $targets[(string) $book->getAttributeNs('id', self::OFFICE)] ?? '' : '';
            if ('' !== $target) {
                $sheets[(string) $book->getAttribute('name')] = str_starts_with($target, '/') ? substr($target, 1) : 'xl/'.$target;
            }
        }

        return [] === $sheets ? $this->unlistedSheets() : $sheets;
    }

    /** @return list<string> sheets of a workbook that says nothing of them, by their usual names */
    private function unlistedSheets(): array
    {
        $sheets = [];
        for ($i = 0; $i < $this->zip->numFiles; ++$i) {
            $name = (string) $this->zip->getNameIndex($i);
            if (1 === preg_match('#^xl/worksheets/[^/]+\.xml$#D', $name)) {
                $sheets[] = $name;
            }
        }
        sort($sheets, \SORT_NATURAL);

        return $sheets;
    }

    private function prepare(): void
    {
        $strings = $this->part('xl/sharedStrings.xml');
        while (null !== $strings && $strings->read()) {
            if (\XMLReader::ELEMENT === $strings->nodeType && 'si' === $strings->localName) {
                $this->strings[] = self::said($strings);
                if (\count($this->strings) > self::MAX_STRINGS) {
                    throw InvalidFile::at('file', 'more texts', self::ALLOWED, 'Import it in parts.');
                }
            }
        }
        $styles = $this->part('xl/styles.xml');
        $formats = [];
        $style = -1;
        $isCells = false;
        while (null !== $styles && $styles->read()) {
            if ('cellXfs' === $styles->localName) {
                $isCells = \XMLReader::ELEMENT === $styles->nodeType;
            } elseif (\XMLReader::ELEMENT === $styles->nodeType && 'numFmt' === $styles->localName) {
                $formats[(int) $styles->getAttribute('numFmtId')] = (string) $styles->getAttribute('formatCode');
            } elseif ($isCells && \XMLReader::ELEMENT === $styles->nodeType && 'xf' === $styles->localName) {
                ++$style;
                $number = (int) $styles->getAttribute('numFmtId');
                $format = $formats[$number] ?? '';
                if (1 === preg_match('/^0+$/D', $format)) {
                    $this->padded[$style] = $format;
                }
                if (self::DAY === $number || 1 === preg_match('/y.*d|d.*y/i', $format)) {
                    $this->days[$style] = true;
                }
            }
        }
    }

    private function sheet(string $path): string
    {
        $xml = $this->part($path);
        $lines = [];
        $row = [];
        while (null !== $xml && $xml->read()) {
            if ('row' === $xml->localName && \XMLReader::ELEMENT === $xml->nodeType) {
                $at = (int) $xml->getAttribute('r');
                // Empty rows stay, so that lines are those of the sheet.
                while (\count($lines) + 1 < min($at, self::MAX_ROWS)) {
                    $lines[] = '';
                }
                $row = [];
                if ($xml->isEmptyElement) {
                    $lines[] = '';
                }
            } elseif ('row' === $xml->localName) {
                $lines[] = self::line($row);
                if (\count($lines) > self::MAX_ROWS) {
                    throw InvalidFile::at('file', 'more rows', self::ALLOWED, 'Import it in parts.');
                }
            } elseif ('c' === $xml->localName && \XMLReader::ELEMENT === $xml->nodeType && !$xml->isEmptyElement) {
                $column = self::column((string) $xml->getAttribute('r'), \count($row));
                if ($column < self::MAX_COLUMNS) {
                    $row[$column] = $this->cell($xml);
                }
            }
        }

        return rtrim(implode("\n", $lines), "\n");
    }

    private function cell(\XMLReader $xml): string
    {
        $type = (string) $xml->getAttribute('t');
        $style = (int) $xml->getAttribute('s');
        if ('inlineStr' === $type) {
            return self::said($xml);
        }
        $value = '';
        $at = (string) $xml->getAttribute('r');
        $depth = $xml->depth;
        $isFormula = $hasValue = false;
        while ($xml->read() && $xml->depth > $depth) {
            $isFormula = $isFormula || 'f' === $xml->localName;
            if (\XMLReader::ELEMENT === $xml->nodeType && 'v' === $xml->localName) {
                $value = $xml->readString();
                $hasValue = true;
            }
        }
        if ($isFormula && !$hasValue) {
            $advice = 'Open the workbook in a spreadsheet program and save it there: that stores what formulas come to.';
            throw InvalidFile::at('cell '.$at, 'a formula without its result', 'a value, or a formula with its result', $advice);
        }

        return match ($type) {
            's' => $this->strings[(int) $value] ?? '',
            'b' => '1' === $value ? 'yes' : 'no',
            'e' => '',
            'str' => $value,
            default => $this->number($value, $style),
        };
    }

    /** As it is shown: without a fraction it does not have, with the noughts its format puts in front. */
    private function number(string $value, int $style): string
    {
        if (is_numeric($value) && floor((float) $value) === (float) $value && abs((float) $value) < 1e15) {
            $value = \sprintf('%.0F', (float) $value);
            if (isset($this->days[$style])) {
                return Sheet::written((int) $value);
            }
        }

        return isset($this->padded[$style]) ? str_pad($value, \strlen($this->padded[$style]), '0', \STR_PAD_LEFT) : $value;
    }

    /** All texts inside an element, without how they are to be pronounced. */
    private static function said(\XMLReader $xml): string
    {
        if ($xml->isEmptyElement) {
            return '';
        }
        $text = '';
        $depth = $xml->depth;
        $isSound = false;
        while ($xml->read() && $xml->depth > $depth) {
            if ('rPh' === $xml->localName) {
                $isSound = \XMLReader::ELEMENT === $xml->nodeType;
            } elseif (!$isSound && \XMLReader::ELEMENT === $xml->nodeType && 't' === $xml->localName) {
                $text .= $xml->readString();
            }
        }

        return $text;
    }

    /** @param array<int, string> $row */
    private static function line(array $row): string
    {
        $cells = [];
        for ($column = 0, $last = [] === $row ? -1 : max(array_keys($row)); $column <= $last; ++$column) {
            $text = $row[$column] ?? '';
            // What else may stand between cells is quoted, too, so that nobody takes it for that.
            $cells[] = 1 === preg_match('/["\t\n\r,;|]/', $text) ? '"'.str_replace('"', '""', $text).'"' : $text;
        }

        return implode("\t", $cells);
    }

    private static function column(string $reference, int $else): int
    {
        if (1 !== preg_match('/^([A-Z]{1,3})\d+$/D', $reference, $m)) {
            return $else;
        }
        $column = 0;
        foreach (str_split($m[1]) as $letter) {
            $column = 26 * $column + \ord($letter) - 64;
        }

        return $column - 1;
    }

    /** Null where the workbook has no such part. */
    private function part(string $path): ?\XMLReader
    {
        $stat = $this->zip->statName($path);
        if (false === $stat) {
            return null;
        }
        if ($stat['size'] > self::MAX_BYTES) {
            throw InvalidFile::at('file', 'a larger one', self::ALLOWED, 'Import it in parts.');
        }
        $xml = \XMLReader::XML((string) $this->zip->getFromName($path), null, \LIBXML_NONET | \LIBXML_NOERROR | \LIBXML_NOWARNING);

        return $xml instanceof \XMLReader ? $xml : null;
    }
}
