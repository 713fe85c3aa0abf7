<?php

declare(strict_types=1);

namespace Vorhut\App\Light;

use Vorhut\App\Web\View\FindingLine;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;

/** Universes as strips of slots. */
final readonly class LightView
{
    /**
     * @param list<Link> $actions
     * @param list<UniverseView> $universes
     * @param list<StoreView> $stores
     * @param list<array{link: Link, from: string, metres: string, end: string, loads: string, fits: bool}> $runs
     * @param list<FindingLine> $findings
     */
    public function __construct(
        public string $summary,
        public array $actions,
        public ?Next $next,
        public array $universes,
        public array $stores,
        public array $runs,
        public array $findings,
    ) {}
}
