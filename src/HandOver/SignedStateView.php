<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver;

use Vorhut\App\Web\View\Link;

/** A signed state, and what the plan has become since. */
final readonly class SignedStateView
{
    /**
     * @param list<Link> $actions
     * @param list<array{string, string}> $facts
     * @param list<array{title: string, is: string, url: string, fields: list<array{string, string, string}>}> $drift
     * @param list<array{title: string, detail: string, reason: string}> $open as it was
     */
    public function __construct(
        public string $title,
        public string $summary,
        public array $actions,
        public array $facts,
        public array $drift,
        public string $more,
        /** @var list<array{title: string, url: string, was: string, is: string}> pairs that are seen otherwise */
        public array $turned,
        public array $open,
    ) {
    }
}
