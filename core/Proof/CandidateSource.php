<?php

declare(strict_types=1);

namespace Vorhut\Core\Proof;

/** Knows changes that may mend one kind of fault. */
interface CandidateSource
{
    /**
     * @param non-empty-list<Fault> $faults with causes of one rule
     *
     * @return list<Candidate>
     */
    public function candidates(array $faults): array;
}
