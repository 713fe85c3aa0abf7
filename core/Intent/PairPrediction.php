<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent;

use Vorhut\Core\Reach\Cause\Cause;

/** What the engine says about one pair of an intent. */
final readonly class PairPrediction
{
    /** @param list<Leaf> $leaves the exchanges it rests on, in order; the first that fails decides */
    public function __construct(
        public Pair $pair,
        public PairVerdict $span,
        public ?Cause $cause,
        /** How it works, or what was tried, in a few words. */
        public string $how,
        public array $leaves,
    ) {}

    /**
     * The first exchange that fails decides.
     *
     * @param non-empty-list<Leaf> $leaves
     */
    public static function chained(Pair $pair, array $leaves): self
    {
        foreach ($leaves as $leaf) {
            if (!$leaf->span->holds()) {
                return new self(pair: $pair, span: $leaf->span, cause: $leaf->cause, how: $leaf->title, leaves: $leaves);
            }
        }

        return new self(
            pair: $pair,
            span: PairVerdict::Through,
            cause: null,
            how: $leaves[array_key_last($leaves)]->title,
            leaves: $leaves,
        );
    }

    /** @return non-empty-list<Leaf> its exchanges; where nothing could be tried, what it failed for */
    public function chain(): array
    {
        return [] === $this->leaves
            ? [new Leaf(title: $this->how, asker: $this->pair->from, target: null, service: null, span: $this->span, cause: $this->cause)]
            : $this->leaves;
    }

    /** @return non-empty-list<non-empty-list<Leaf>> each exchange a way of its own */
    public function alternatives(): array
    {
        return array_map(static fn (Leaf $l): array => [$l], $this->chain());
    }

    /** What cannot even be tried. */
    public static function impossible(Pair $pair, Cause $cause): self
    {
        return new self(pair: $pair, span: PairVerdict::NotFound, cause: $cause, how: $cause->text, leaves: []);
    }

    /**
     * Whether an observation speaks against this prediction. A request that arrives while its answer is lost cannot be seen
     * by whoever sent it, so silence does not speak against a leak of that kind. What was not tried contradicts nothing.
     */
    public function contradicts(PairVerdict $observed): bool
    {
        // What fades arrives now.
        $fades = PairVerdict::Fades === $this->span && PairVerdict::Through === $observed;
        if (PairVerdict::Untried === $observed || PairVerdict::Untried === $this->span || $fades) {
            return false;
        }

        return $observed->holds() !== $this->span->holds() && !(PairVerdict::KeptApart === $observed && $this->isLeakWithoutAnswer());
    }

    /** The exchange by which something gets through that must not. */
    public function leak(): ?Leaf
    {
        return array_find($this->leaves, fn ($leaf): bool => PairVerdict::Leak === $this->span && $leaf->decides);
    }

    public function isLeakWithoutAnswer(): bool
    {
        return PairVerdict::Leak === $this->span && PairVerdict::NoReply === $this->leak()?->span;
    }
}
