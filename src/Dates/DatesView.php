<?php

declare(strict_types=1);

namespace Vorhut\App\Dates;

use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;

/** Licences, unlocks, firmware and time, with their days. */
final readonly class DatesView
{
    /**
     * @param list<array{
     *     x: float,
     *     y: int,
     *     text: string,
     *     when: string,
     *     isOver: bool,
     *     anchor: string,
     *     room: float,
     * }> $marks on the line of days
     * @param list<array{x: float, text: string}> $ticks
     * @param list<array{title: string, when: string, on: string, todo: string, tone: string}> $dates
     * @param list<array<string, string>> $licences unit, url, name, kind, tied, until, state, todo, tone
     * @param list<array{kind: string, wanted: string, found: string, state: string, tone: string, notes: list<string>}> $firmware
     * @param list<array{segment: string, units: int, zones: string, servers: string, said: string, tone: string}> $time
     * @param list<Link> $files
     */
    public function __construct(
        public string $summary,
        public ?Next $next,
        public float $today,
        public int $height,
        public array $marks,
        public array $ticks,
        public array $dates,
        public array $licences,
        public array $firmware,
        public array $time,
        public array $files,
    ) {}
}
