<?php

declare(strict_types=1);

namespace Vorhut\App\Plan;

use Vorhut\Core\Job\JobPart;

/** Some records of one list of a stored job, read, and when each was last changed. */
final readonly class PlanPart
{
    /** @param array<array-key, int> $versions revision of the last change, by id */
    public function __construct(public JobPart $part, public array $versions) {}
}
