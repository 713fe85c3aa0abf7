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
     * @param list<FindingLine> $findings
     */
    public function __construct(
        public string $summary,
        public array $actions,
        public ?Next $next,
        public array $universes,
        public array $findings,
    ) {
    }
}
