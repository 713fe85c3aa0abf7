<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Vorhut\App\Web\View\FormField;
use Vorhut\App\Web\View\Post;

/** The chosen pair: its trace, why it is as it is, what would mend it, what was seen. */
final readonly class PairView
{
    /**
     * @param list<PairRow> $pairs of the same intent
     * @param list<array{title: string, open: bool, steps: list<array{text: string, stop: bool, note: string}>}> $parts
     * @param list<Post> $tests
     * @param array{url: string, values: array<string, string|int>, fields: list<FormField>}|null $observe
     */
    public function __construct(
        public string $title,
        public string $summary,
        public VerdictView $predicted,
        public ?SeenView $seen,
        public ?TraceDrawing $drawing,
        public array $pairs,
        public string $pairsSummary,
        public string $why,
        public array $parts,
        public ?RepairsView $repairs,
        public array $tests,
        public ?array $observe,
    ) {}
}
