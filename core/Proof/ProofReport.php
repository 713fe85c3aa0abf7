<?php

declare(strict_types=1);

namespace Vorhut\Core\Proof;

/** Every intent of a job, predicted. */
final readonly class ProofReport
{
    /** @param array<array-key, IntentPrediction> $intents by id */
    public function __construct(public array $intents)
    {
    }

    /** @return list<IntentPrediction> */
    public function failing(): array
    {
        return array_values(array_filter($this->intents, static fn (IntentPrediction $p): bool => $p->failingCount() > 0));
    }

    public function failingCount(): int
    {
        return array_sum(array_map(static fn (IntentPrediction $p): int => $p->failingCount(), $this->intents));
    }

    public function pairCount(): int
    {
        return array_sum(array_map(static fn (IntentPrediction $p): int => $p->count(), $this->intents));
    }
}
