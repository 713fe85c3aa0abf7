<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent;

use Vorhut\Core\Job\Job;

/** Something that is usual to ask of jobs of a kind; a new one is one class in the folder Usual. */
interface SuggestedIntent
{
    /**
     * What is usual for what stands in this plan.
     *
     * @return iterable<array{
     *     name: string,
     *     kind: string,
     *     from: non-empty-list<string>,
     *     to: non-empty-list<string>,
     *     service?: string,
     *     expect: string,
     * }> records of intents, without ids
     */
    public function suggestions(Job $job): iterable;
}
