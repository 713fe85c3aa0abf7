<?php

declare(strict_types=1);

namespace Vorhut\Core\Proof;

use Vorhut\Core\Intent\PairPrediction;
use Vorhut\Core\Job\Intent;

/** Why a pair is predicted as it is: every exchange with its steps, and the one that decides. */
final readonly class Explanation
{
    /** @param list<ExplainedLeaf> $parts */
    public function __construct(
        public Intent $intent,
        public PairPrediction $prediction,
        public array $parts,
        public ?ExplainedLeaf $deciding,
    ) {}
}
