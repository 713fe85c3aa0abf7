<?php

declare(strict_types=1);

namespace Vorhut\Core\Proof;

use Vorhut\Core\Job\Intent;

/** One intent with every pair it stands for. */
final readonly class IntentPrediction
{
    /** @param list<PairPrediction> $pairs */
    public function __construct(public Intent $intent, public array $pairs)
    {
    }

    public function span(): Span
    {
        return Span::worst(...array_map(static fn (PairPrediction $p): Span => $p->span, $this->pairs));
    }

    /** @return list<PairPrediction> */
    public function failing(): array
    {
        return array_values(array_filter($this->pairs, static fn (PairPrediction $p): bool => $p->span->fails()));
    }

    public function holds(): bool
    {
        return [] !== $this->pairs && [] === array_filter($this->pairs, static fn (PairPrediction $p): bool => !$p->span->holds());
    }
}
