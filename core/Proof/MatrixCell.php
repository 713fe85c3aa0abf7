<?php

declare(strict_types=1);

namespace Vorhut\Core\Proof;

use Vorhut\Core\Intent\PairVerdict;

/** What one cell says at a glance: how many pairs, how many of them fail, and the most frequent outcome of either sort. */
final readonly class MatrixCell
{
    /** @param array<string, int> $counts pairs by span */
    private function __construct(public array $counts, public int $total, public int $failing, public PairVerdict $span) {}

    /** @param non-empty-array<string, int> $counts */
    public static function fromCounts(array $counts): self
    {
        arsort($counts);
        $bad = array_filter($counts, static fn (string $span): bool => PairVerdict::from($span)->fails(), \ARRAY_FILTER_USE_KEY);

        return new self($counts, array_sum($counts), array_sum($bad), PairVerdict::from(array_key_first([] === $bad ? $counts : $bad)));
    }
}
