<?php

declare(strict_types=1);

namespace Vorhut\App\Media;

use Vorhut\App\Web\View\Bar;
use Vorhut\App\Web\View\FindingLine;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;

/** Rooms, who meets whom, and whom one can call. */
final readonly class RoomsView
{
    /**
     * @param list<Link> $actions
     * @param list<array{link: Link, place: string, address: string, facts: list<array{string, string}>}> $rooms
     * @param list<array{link: Link, who: string, bar: Bar|null}> $conferences
     * @param list<array{name: string, number: string, address: string, place: string, mail: string}> $directory
     * @param list<FindingLine> $findings
     */
    public function __construct(
        public string $summary,
        public array $actions,
        public ?Next $next,
        public array $rooms,
        public array $conferences,
        public array $directory,
        public string $more,
        public array $findings,
    ) {}
}
