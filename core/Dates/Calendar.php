<?php

declare(strict_types=1);

namespace Vorhut\Core\Dates;

use Vorhut\Core\Record\Field\PlainText;

/** The days of a job as a calendar (RFC 5545): whole days, with a reminder a week before what ends. */
final class Calendar
{
    private const FOLD = 75;

    /**
     * @param list<DateAhead> $dates
     * @param string $uid what tells jobs apart, in the identifiers of the events
     * @param \DateTimeImmutable $stamp when it was made
     */
    public static function write(string $job, array $dates, string $uid, \DateTimeImmutable $stamp): string
    {
        $lines = ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//Vorhut//Dates//EN', 'X-WR-CALNAME:'.self::text($job)];
        foreach ($dates as $date) {
            $day = str_replace('-', '', $date->on);
            array_push(
                $lines,
                'BEGIN:VEVENT',
                \sprintf('UID:%s-%s@vorhut', $date->key, $uid),
                'DTSTAMP:'.$stamp->setTimezone(new \DateTimeZone('UTC'))->format('Ymd\THis\Z'),
                'DTSTART;VALUE=DATE:'.$day,
                'SUMMARY:'.self::text(\sprintf('%s: %s', $job, $date->title)),
            );
            if ('' !== $date->todo) {
                $lines[] = 'DESCRIPTION:'.self::text($date->todo);
            }
            $lines[] = 'TRANSP:TRANSPARENT';
            if (str_starts_with($date->key, 'ends-')) {
                array_push($lines, 'BEGIN:VALARM', 'ACTION:DISPLAY', 'TRIGGER:-P7D', 'DESCRIPTION:'.self::text($date->title), 'END:VALARM');
            }
            $lines[] = 'END:VEVENT';
        }
        $lines[] = 'END:VCALENDAR';

        return implode('', array_map(static fn (string $line): string => self::folded($line)."\r\n", $lines));
    }

    /** Section 3.3.11. */
    private static function text(string $text): string
    {
        return strtr(PlainText::lines($text), ['\\' => '\\\\', ';' => '\;', ',' => '\,', "\n" => '\n']);
    }

    /** Section 3.1: at most 75 octets a line, and no character is cut. */
    private static function folded(string $line): string
    {
        $parts = [];
        while (\strlen($line) > self::FOLD) {
            $part = mb_strcut($line, 0, [] === $parts ? self::FOLD : self::FOLD - 1);
            $parts[] = $part;
            $line = substr($line, \strlen($part));
        }
        $parts[] = $line;

        return implode("\r\n ", $parts);
    }
}
