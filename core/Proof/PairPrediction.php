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
}
