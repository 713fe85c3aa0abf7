<?php

declare(strict_types=1);

namespace Vorhut\Core\Ask\Target;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Job;

/** Where the answer to a question goes in the plan. */
interface AnswerTarget
{
    /** The list of the plan that it changes: who may do so may answer. */
    public function list(): string;

    /**
     * @param string $text as somebody wrote it
     *
     * @return list<Edit>
     *
     * @throws InvalidValue when it cannot be that
     */
    public function edits(Job $job, string $text, AnswerContext $given): array;
}
