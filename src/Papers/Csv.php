<?php

declare(strict_types=1);

namespace Vorhut\App\Papers;

use Symfony\Component\HttpFoundation\Response;
use Vorhut\App\Web\Download;
use Vorhut\App\Web\MediaType;

/** Rows as text that spreadsheets read (RFC 4180). */
final class Csv
{
    /** Spreadsheets take text without this mark for the encoding of their own machine. */
    public const MARK = "\u{FEFF}";

    /** @param list<list<string>> $rows */
    public static function write(array $rows): string
    {
        $lines = array_map(static fn (array $row): string => implode(',', array_map(self::field(...), $row)), $rows);

        return implode("\r\n", $lines)."\r\n";
    }

    /** @param list<list<string>> $rows */
    public static function answer(string $name, array $rows): Response
    {
        return new Download(self::MARK.self::write($rows), MediaType::Csv, $name);
    }

    /** What a spreadsheet would take for a formula is marked as text. */
    private static function field(string $value): string
    {
        $value = 1 === preg_match('/^[=+\-@\t\r]/', $value) ? "'".$value : $value;

        return 1 === preg_match('/[",\r\n;]/', $value) ? '"'.str_replace('"', '""', $value).'"' : $value;
    }
}
