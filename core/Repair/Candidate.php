<?php

declare(strict_types=1);

namespace Vorhut\Core\Repair;

use Vorhut\Core\Job\ChangeSet;

/** A change worth trying. */
final readonly class Candidate
{
    public function __construct(
        public ChangeSet $change,
        public string $sentence,
        public Responsible $hands,
        /** What to ask the client's network administrator for. */
        public string $request = '',
    ) {}
}
