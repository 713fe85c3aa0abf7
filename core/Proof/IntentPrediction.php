<?php

declare(strict_types=1);

namespace Vorhut\Core\Proof;

use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\PairPrediction;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Job\Intent;

/** One intent with every pair it stands for, alike ones together; single pairs are predicted when somebody looks at them. */
final readonly class IntentPrediction
{
    /** @param list<PairGroup> $groups */
    public function __construct(
        public Intent $intent,
        public array $groups,
        private Prover $prover,
    ) {}

    public function count(): int
    {
        return array_sum(array_map(static fn (PairGroup $g): int => $g->count, $this->groups));
    }

    /** @return array<string, int> pairs by span, most frequent first */
    public function counts(): array
    {
        $counts = [];
        foreach ($this->groups as $group) {
            $counts[$group->span->value] = ($counts[$group->span->value] ?? 0) + $group->count;
        }
        arsort($counts);

        return $counts;
    }

    public function span(): PairVerdict
    {
        return PairVerdict::worst(...array_map(static fn (PairGroup $g): PairVerdict => $g->span, $this->groups));
    }

    public function failingCount(): int
    {
        return array_sum(array_map(static fn (PairGroup $g): int => $g->span->fails() ? $g->count : 0, $this->groups));
    }

    public function holds(): bool
    {
        return [] !== $this->groups && [] === array_filter($this->groups, static fn (PairGroup $g): bool => !$g->span->holds());
    }

    /** @return list<PairPrediction> every pair, in the order of its parties */
    public function pairs(): array
    {
        return [...$this->each()];
    }

    /** @return \Generator<int, PairPrediction> the same, one at a time */
    public function each(): \Generator
    {
        foreach ($this->prover->pairsOf($this->intent) as $pair) {
            yield $this->prover->pair($this->intent, $pair);
        }
    }

    /** @return list<PairPrediction> the pairs that fail, at most so many */
    public function failing(int $max = \PHP_INT_MAX): array
    {
        return $this->those(static fn (PairGroup $g): bool => $g->span->fails(), $max);
    }

    /**
     * @param (callable(Pair): bool)|null $wanted only these
     *
     * @return list<PairPrediction> failing pairs first, at most so many
     */
    public function first(int $max, ?callable $wanted = null): array
    {
        $failing = $this->those(static fn (PairGroup $g): bool => $g->span->fails(), $max, $wanted);

        return [...$failing, ...$this->those(static fn (PairGroup $g): bool => !$g->span->fails(), $max - \count($failing), $wanted)];
    }

    /** @return iterable<PairPrediction> failing pairs in which each unit concerned is looked at at least once */
    public function witnesses(): iterable
    {
        foreach ($this->groups as $group) {
            foreach ($group->span->fails() ? $group->witnesses() : [] as $pair) {
                yield $this->prover->pair($this->intent, $pair);
            }
        }
    }

    /**
     * @param callable(PairGroup): bool $which
     * @param (callable(Pair): bool)|null $wanted
     *
     * @return list<PairPrediction>
     */
    private function those(callable $which, int $max, ?callable $wanted = null): array
    {
        $pairs = [];
        foreach (array_filter($this->groups, $which) as $group) {
            foreach ($group->pairs() as $pair) {
                if (\count($pairs) >= $max) {
                    return $pairs;
                }
                if (null === $wanted || $wanted($pair)) {
                    $pairs[] = $this->prover->pair($this->intent, $pair);
                }
            }
        }

        return $pairs;
    }
}
