<?php

declare(strict_types=1);

namespace Vorhut\Core\Exchange;

use Vorhut\Core\Record\InvalidFile;

/**
 * Text with columns, as a spreadsheet exports or copies it (RFC 4180 and its habits): comma, semicolon, tab or bar
 * between fields, quotes around those that need them, UTF-8, UTF-16 or Windows-1252.
 */
final readonly class CsvTable
{
    private const MAX_LINES = 20000;
    private const LOOKED_AT = 20;

    /** The rarer within texts first. */
    private const SEPARATORS = ["\t", '|', ';', ','];

    /**
     * @param array<int, list<string>> $rows fields by the line their row begins at, first line 1; empty rows are left out
     */
    private function __construct(public array $rows, public string $separator, public string $encoding) {}

    /** @throws InvalidFile when there is no text at all, or a quote is never closed */
    public static function parse(string $bytes): self
    {
        [$text, $encoding] = self::decode($bytes);
        $text = str_replace(["\r\n", "\r"], "\n", $text);
        if ('' === trim($text)) {
            throw InvalidFile::at(
                path: 'line 1',
                given: '',
                allowed: 'a first line with column names, then a line per device',
                advice: 'Paste or choose a list.',
            );
        }
        $lines = substr_count($text, "\n");
        if ($lines > self::MAX_LINES) {
            $advice = 'Import it in parts.';
            throw InvalidFile::at('list', \sprintf('%d lines', $lines), \sprintf('at most %d lines', self::MAX_LINES), $advice);
        }
        $separator = self::separator($text);

        return new self(self::split($text, $separator), $separator, $encoding);
    }

    /**
     * The same with other texts in some of its cells.
     *
     * @param array<int, array<int, string>> $texts by line and column
     */
    public function mended(array $texts): self
    {
        $rows = $this->rows;
        foreach (array_intersect_key($texts, $rows) as $line => $cells) {
            foreach ($cells as $column => $text) {
                $fields = array_pad($rows[$line], $column + 1, '');
                $fields[$column] = trim($text);
                $rows[$line] = array_values($fields);
            }
        }

        return new self($rows, $this->separator, $this->encoding);
    }

    /** As text again, each row on its line. */
    public function text(): string
    {
        $lines = [];
        foreach ($this->rows as $line => $fields) {
            $lines = array_pad($lines, $line - 1, '');
            $quote = fn (string $f): string => 1 === preg_match('/["\n\r]/', $f) || str_contains($f, $this->separator)
                ? '"'.str_replace('"', '""', $f).'"'
                : $f;
            array_push($lines, ...explode("\n", implode($this->separator, array_map($quote, $fields))));
        }

        return implode("\n", $lines)."\n";
    }

    /** Columns of the widest row. */
    public function width(): int
    {
        return [] === $this->rows ? 0 : max(array_map(\count(...), $this->rows));
    }

    /** @return array{string, string} */
    private static function decode(string $bytes): array
    {
        if (str_starts_with($bytes, "\xEF\xBB\xBF")) {
            return [substr($bytes, 3), 'UTF-8'];
        }
        if (str_starts_with($bytes, "\xFF\xFE") || str_starts_with($bytes, "\xFE\xFF")) {
            return [mb_convert_encoding(substr($bytes, 2), 'UTF-8', "\xFF" === $bytes[0] ? 'UTF-16LE' : 'UTF-16BE'), 'UTF-16'];
        }
        if (mb_check_encoding($bytes, 'UTF-8')) {
            return [$bytes, 'UTF-8'];
        }

        return [mb_convert_encoding($bytes, 'UTF-8', 'Windows-1252'), 'Windows-1252'];
    }

    /**
     * The one of the four by which most lines have the same number of fields, then the one that makes more of them: a comma in
     * some names makes fewer lines agree than the semicolon between all of them.
     */
    private static function separator(string $text): string
    {
        $lines = \array_slice(explode("\n", (string) preg_replace('/"[^"]*"/', '', $text)), 0, self::LOOKED_AT);
        $best = [0, 0, ','];
        foreach (self::SEPARATORS as $candidate) {
            $counts = array_map(static fn (string $line): int => substr_count($line, $candidate), $lines);
            foreach (array_count_values(array_filter($counts, static fn (int $count): bool => $count > 0)) as $fields => $agreeing) {
                if ([$agreeing, $fields] > [$best[0], $best[1]]) {
                    $best = [$agreeing, $fields, $candidate];
                }
            }
        }

        return $best[2];
    }

    /** @return array<int, list<string>> */
    private static function split(string $text, string $separator): array
    {
        $rows = [];
        $row = [];
        $field = '';
        $quoted = false;
        $line = $start = $opened = 1;
        $length = \strlen($text);
        for ($i = 0; $i < $length; ++$i) {
            $char = $text[$i];
            if ("\n" === $char) {
                ++$line;
            }
            if ($quoted) {
                if ('"' !== $char) {
                    $field .= $char;
                } elseif ('"' === ($text[$i + 1] ?? '')) {
                    $field .= '"';
                    ++$i;
                } else {
                    $quoted = false;
                }
            } elseif ('"' === $char && '' === trim($field)) {
                $quoted = true;
                $opened = $line;
                $field = '';
            } elseif ($separator === $char) {
                $row[] = self::plain($field);
                $field = '';
            } elseif ("\n" === $char) {
                $row[] = self::plain($field);
                if ([''] !== array_values(array_unique($row))) {
                    $rows[$start] = $row;
                }
                $row = [];
                $field = '';
                $start = $line;
            } else {
                $field .= $char;
            }
        }
        if ($quoted) {
            throw InvalidFile::at(
                \sprintf('line %d', $opened),
                mb_strimwidth($field, 0, 30, '…'),
                'a closing quote for every opening one',
                'Close the quote in this line.',
            );
        }
        $row[] = self::plain($field);
        if ([''] !== array_values(array_unique($row))) {
            $rows[$start] = $row;
        }

        return $rows;
    }

    /** Without the mark that keeps a spreadsheet from taking a text for a formula. */
    private static function plain(string $field): string
    {
        return (string) preg_replace("/^'(?=[=+@-])/", '', trim($field));
    }
}
