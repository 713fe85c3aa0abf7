<?php

declare(strict_types=1);

namespace Vorhut\App\Racks;

use Vorhut\App\Web\View\Bar;
use Vorhut\App\Web\View\FindingLine;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;

/** Racks, circuits, and what switches give. */
final readonly class RacksView
{
    /**
     * @param list<Link> $actions
     * @param list<RackView> $racks
     * @param list<array{link: Link, about: string, bar: Bar|null}> $circuits
     * @param list<array{link: Link, about: string, bar: Bar|null}> $switches
     * @param list<FindingLine> $findings
     */
    public function __construct(
        public string $summary,
        public array $actions,
        public ?Next $next,
        public array $racks,
        public array $circuits,
        public array $switches,
        public array $findings,
    ) {}
}
