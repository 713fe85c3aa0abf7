<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Vorhut\App\Web\View\Link;

/** Pairs of which two places say different things. */
final readonly class ConflictsView
{
    /**
     * @param list<Link> $actions
     * @param list<array{link: Link, intent: string, words: list<array{span: VerdictView, said: string}>}> $rows
     */
    public function __construct(public string $summary, public array $actions, public array $rows, public string $more) {}
}
