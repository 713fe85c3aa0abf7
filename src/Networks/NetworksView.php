<?php

declare(strict_types=1);

namespace Vorhut\App\Networks;

use Vorhut\App\Web\View\FindingLine;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Pages;

/** Segments as rulers, routers below them. */
final readonly class NetworksView
{
    /**
     * @param list<NetView> $nets
     * @param list<RouterView> $routers
     * @param list<Link> $actions
     * @param SegmentFormView|null $new the form of a segment to be added
     */
    public function __construct(
        public string $summary,
        public array $actions,
        public array $nets,
        public Pages $pages,
        public array $routers,
        public ?SegmentFormView $new,
        public ?Link $first,
        public ?FindingLine $finding,
        public ?NetMap $map,
        public string $mapUrl,
        public string $routerUrl,
        public string $mapSaid,
    ) {}
}
