<?php

declare(strict_types=1);

namespace Vorhut\App\Cables;

use Vorhut\App\Web\View\FindingLine;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;

/** Switches, links and streams with their sums. */
final readonly class CablesView
{
    /**
     * @param list<Link> $actions
     * @param list<LinkView> $links the fullest first
     * @param list<SwitchView> $switches
     * @param list<array{link: Link, from: string, to: string, sent: string, rate: string, when: string}> $streams
     * @param list<FindingLine> $findings
     */
    public function __construct(
        public string $summary,
        public array $actions,
        public ?Next $next,
        public ?Tree $tree,
        public array $links,
        public array $switches,
        public array $streams,
        public array $findings,
    ) {}
}
