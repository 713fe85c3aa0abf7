<?php

declare(strict_types=1);

namespace Vorhut\Core\Proof;

/** Every intent of a job, predicted. */
final readonly class ProofReport
{
    /** @param array<array-key, IntentPrediction> $intents by id */
    public function __construct(public array $intents) {}

    /** @return list<IntentPrediction> */
    public function failing(): array
    {
        return array_values(array_filter($this->intents, static fn (IntentPrediction $p): bool => $p->failingCount() > 0));
    }

    /** @return list<IntentPrediction> those that do not fail, but of which something cannot be told */
    public function unsettled(): array
    {
        return array_values(array_filter(
            $this->intents,
            static fn (IntentPrediction $p): bool => 0 === $p->failingCount() && !$p->holds(),
        ));
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
