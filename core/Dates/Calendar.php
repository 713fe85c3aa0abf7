<?php

declare(strict_types=1);

namespace Vorhut\Core\Dates;

use Vorhut\Core\Record\ContentLine;

/** The days of a job as a calendar (RFC 5545): whole days, with a reminder a week before what ends. */
final class Calendar
{
    /**
     * @param list<DateAhead> $dates
     * @param string $uid what tells jobs apart, in the identifiers of the events
     * @param \DateTimeImmutable $stamp when it was made
     */
    public static function write(string $job, array $dates, string $uid, \DateTimeImmutable $stamp): string
    {
        $lines = ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//Vorhut//Dates//EN', 'X-WR-CALNAME:'.ContentLine::text($job)];
        foreach ($dates as $date) {
            $day = str_replace('-', '', $date->on);
            array_push(
                $lines,
                'BEGIN:VEVENT',
                \sprintf('UID:%s-%s@vorhut', $date->key, $uid),
                'DTSTAMP:'.$stamp->setTimezone(new \DateTimeZone('UTC'))->format('Ymd\THis\Z'),
                'DTSTART;VALUE=DATE:'.$day,
                'SUMMARY:'.ContentLine::text(\sprintf('%s: %s', $job, $date->title)),
            );
            if ('' !== $date->todo) {
                $lines[] = 'DESCRIPTION:'.ContentLine::text($date->todo);
            }
            $lines[] = 'TRANSP:TRANSPARENT';
            if (str_starts_with($date->key, 'ends-')) {
                array_push(
                    $lines,
                    'BEGIN:VALARM',
                    'ACTION:DISPLAY',
                    'TRIGGER:-P7D',
                    'DESCRIPTION:'.ContentLine::text($date->title),
                    'END:VALARM',
                );
            }
            $lines[] = 'END:VEVENT';
        }
        $lines[] = 'END:VCALENDAR';

        return implode('', array_map(ContentLine::folded(...), $lines));
    }
}
