<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

/** Asks the worker for the changes that would mend a job, or one pair of an intent. */
final readonly class FindRepairs
{
    /** @param string $intent '' for the whole job */
    public function __construct(public int $job, public string $intent, public string $from, public string $to) {}
}
