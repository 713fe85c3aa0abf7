<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Vorhut\App\Web\View\FindingLine;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;

/** All units: those still to be set up, and those that have their address. */
final readonly class BenchView
{
    /**
     * @param array<string, list<array{
     *     name: string,
     *     url: string,
     *     kind: string,
     *     factory: string,
     *     address: string,
     *     stage: string,
     * }>> $units by heading
     * @param list<FindingLine> $findings
     * @param list<Link> $others the other pages of the bench
     * @param list<Link> $papers the bench on paper: everything, and each place
     */
    public function __construct(
        public string $summary,
        public ?Next $next,
        public array $units,
        public array $findings,
        public array $papers,
        public array $others,
    ) {}
}
