<?php

declare(strict_types=1);

namespace Vorhut\App\Media;

use Vorhut\App\Web\View\FindingLine;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;

/** Chains of sound. */
final readonly class ChainsView
{
    /**
     * @param list<Link> $actions
     * @param list<ChainCard> $chains
     * @param list<array{group: string, speakers: string, horns: string}> $zones
     * @param list<array{link: Link, sources: list<array{number: string, name: string, type: string}>}> $controllers
     * @param list<FindingLine> $findings
     */
    public function __construct(
        public string $summary,
        public array $actions,
        public ?Next $next,
        public array $chains,
        public array $zones,
        public array $controllers,
        public array $findings,
    ) {}
}
