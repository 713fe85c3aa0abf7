<?php

declare(strict_types=1);

namespace Vorhut\Core\Dates;

/** Where the units of a segment take their time from. */
final readonly class TimeLine
{
    /**
     * @param list<string> $zones time zones of its units (IANA)
     * @param list<string> $servers addresses; none: set by hand
     */
    public function __construct(public string $segment, public int $units, public array $zones, public array $servers) {}

    public function said(): string
    {
        return [] === $this->servers
            // 50 parts per million, as common crystals are specified, of 86 400 s.
            ? 'No time server: clocks drift up to 4 s a day, 2 min a month.'
            : (1 === \count($this->servers) ? 'Only one time server: if it fails, clocks drift.' : 'Two or more time servers.');
    }
}
