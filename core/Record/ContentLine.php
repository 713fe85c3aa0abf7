<?php

declare(strict_types=1);

namespace Vorhut\Core\Record;

use Vorhut\Core\Record\Field\PlainText;

/**
 * Lines of calendars and cards (RFC 5545, section 3.1; RFC 6350, section 3.2).
 *
 * Our own: the newest sabre/vobject that installs on PHP 8.2 without others (4.2.2) raises deprecations in seven methods, and what
 * we need of it are these two functions.
 */
final class ContentLine
{
    /** Octets of a line without its end; of one that goes on in the next, the space in front is one of them. */
    private const MAX_OCTETS = 75;

    /** A value of text: what has a meaning there is escaped (RFC 5545, section 3.3.11; RFC 6350, section 3.4). */
    public static function text(string $text): string
    {
        return strtr(PlainText::lines($text), ['\\' => '\\\\', ';' => '\;', ',' => '\,', "\n" => '\n']);
    }

    /** With its end; a long one goes on behind a space, and no character is cut. */
    public static function folded(string $line): string
    {
        $parts = [];
        while (\strlen($line) > self::MAX_OCTETS - ([] === $parts ? 0 : 1)) {
            $part = mb_strcut($line, 0, self::MAX_OCTETS - ([] === $parts ? 0 : 1), 'UTF-8');
            $parts[] = $part;
            $line = substr($line, \strlen($part));
        }
        $parts[] = $line;

        return implode("\r\n ", $parts)."\r\n";
    }
}
