<?php

declare(strict_types=1);

namespace Vorhut\Core\Job\Lists;

use Vorhut\Core\Job\Answer;
use Vorhut\Core\Job\RecordList;

/** What was asked of others and answered. */
final class Answers extends RecordList
{
    public function __construct()
    {
        parent::__construct('answers', Answer::class, 114, 'answer', 'answers');
    }
}
