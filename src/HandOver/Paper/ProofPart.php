<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver\Paper;

/** An intent on paper: what was wanted, what the plan says, what was seen, and the way one of its pairs takes. */
final readonly class ProofPart
{
    /**
     * @param bool $isPlanned whether all of it holds on paper
     * @param TraceRows|null $trace of the pair that fails first, else of the first one
     */
    public function __construct(
        public string $name,
        public string $wanted,
        public string $predicted,
        public string $seen,
        public bool $isPlanned,
        public string $pair,
        public ?TraceRows $trace,
    ) {}
}
