<?php

declare(strict_types=1);

namespace Vorhut\App\Media;

use Vorhut\App\Web\View\Bar;
use Vorhut\App\Web\View\FindingLine;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;

/** Outbound streams, measured uplinks and cameras. */
final readonly class MediaView
{
    /**
     * @param list<Link> $actions
     * @param list<array{link: Link, about: string, bar: Bar|null}> $uplinks
     * @param list<StreamCard> $streams
     * @param list<array{link: Link, id: string, picture: string, by: string, rate: string, address: string, seen: string}> $cameras
     * @param list<FindingLine> $findings
     */
    public function __construct(
        public string $summary,
        public array $actions,
        public ?Next $next,
        public array $uplinks,
        public array $streams,
        public array $cameras,
        public array $findings,
    ) {}
}
