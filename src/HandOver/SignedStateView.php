<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver;

use Vorhut\App\SignOff\DriftLine;
use Vorhut\App\Web\View\Link;

/** A signed state, and what the plan has become since. */
final readonly class SignedStateView
{
    /**
     * @param list<Link> $actions
     * @param list<array{string, string}> $facts
     * @param list<DriftLine> $drift
     * @param list<array{title: string, detail: string, reason: string}> $open as it was
     */
    public function __construct(
        public string $title,
        public string $summary,
        public array $actions,
        public array $facts,
        public array $drift,
        public string $more,
        /** @var list<DriftLine> pairs that are seen otherwise */
        public array $turned,
        public string $moreTurned,
        public array $open,
        public string $acceptUrl,
    ) {}
}
