<?php

declare(strict_types=1);

namespace Vorhut\Core\Proof;

use Vorhut\Core\Reach\Cause;

/** What the engine says about one pair of an intent. */
final readonly class PairPrediction
{
    /** @param list<Leaf> $leaves the exchanges it rests on, in order; the first that fails decides */
    public function __construct(
        public Pair $pair,
        public Span $span,
        public ?Cause $cause,
        /** How it works, or what was tried, in a few words. */
        public string $how,
        public array $leaves,
    ) {
    }

    /**
     * Whether an observation speaks against this prediction. A request that arrives while its answer is lost cannot be seen
     * by whoever sent it, so silence does not speak against a leak of that kind.
     */
    public function contradicts(Span $observed): bool
    {
        return $observed->holds() !== $this->span->holds() && !(Span::KeptApart === $observed && $this->isLeakWithoutAnswer());
    }

    public function isLeakWithoutAnswer(): bool
    {
        return Span::Leak === $this->span && [] !== $this->leaves && Span::NoReply === $this->leaves[0]->span;
    }
}
