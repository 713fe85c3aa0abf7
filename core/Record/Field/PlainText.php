<?php

declare(strict_types=1);

namespace Vorhut\Core\Record\Field;

/** What every text of a plan must be: without characters that are not seen and change what is around them. */
final class PlainText
{
    public const SAYS = 'without line breaks, control characters or characters that turn the direction of writing';

    /** C0, DEL, C1 (ISO/IEC 6429), line and paragraph separators, marks of direction (Unicode annex 9), byte order marks. */
    private const HIDDEN = '\x{0}-\x{1F}\x{7F}-\x{9F}\x{61C}\x{200E}\x{200F}\x{2028}-\x{202E}\x{2066}-\x{2069}\x{FEFF}';

    public static function isLine(string $text): bool
    {
        return 1 === preg_match('/^[^'.self::HIDDEN.']*$/Du', $text);
    }

    /** The same for a text of several lines, in which tabulators are allowed. */
    public static function isLines(string $text): bool
    {
        return self::isLine(strtr($text, ["\r\n" => ' ', "\n" => ' ', "\t" => ' ']));
    }

    /** As one line: each run of such characters is one blank. */
    public static function line(string $text): string
    {
        return trim((string) preg_replace('/['.self::HIDDEN.']+/u', ' ', mb_scrub($text)));
    }

    /** As several lines, without the others of these characters. */
    public static function lines(string $text): string
    {
        $lines = explode("\n", str_replace("\r\n", "\n", mb_scrub($text)));

        return implode("\n", array_map(
            static fn (string $line): string => (string) preg_replace('/(?!\t)['.self::HIDDEN.']/u', '', $line),
            $lines,
        ));
    }

    /** As one line what a person typed or a cell of a list holds: only blanks, tabulators and line breaks are put right. */
    public static function typed(string $text): string
    {
        return trim((string) preg_replace('/[ \t]*[\r\n\t]+[ \t]*/', ' ', $text));
    }
}
