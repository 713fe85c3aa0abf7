<?php

declare(strict_types=1);

namespace Vorhut\Core\Proof;

/** Every intent of a job, predicted. */
final readonly class ProofReport
{
    /** @param array<string, IntentPrediction> $intents by id */
    public function __construct(public array $intents)
    {
    }

    /** @return list<IntentPrediction> */
    public function failing(): array
    {
        return array_values(array_filter($this->intents, static fn (IntentPrediction $p): bool => [] !== $p->failing()));
    }

    public function pairCount(): int
    {
        return array_sum(array_map(static fn (IntentPrediction $p): int => \count($p->pairs), $this->intents));
    }

    /** @return array<string, Span> by intent and pair */
    public function spans(): array
    {
        $spans = [];
        foreach ($this->intents as $id => $prediction) {
            foreach ($prediction->pairs as $pair) {
                $spans[$id.' '.$pair->pair->key()] = $pair->span;
            }
        }

        return $spans;
    }
}
