<?php

declare(strict_types=1);

namespace Vorhut\Core\Paper\Back;

use Vorhut\Core\Job\Job;

/** For a list that reads back: its rows are the cells of its lines. */
trait OfLines
{
    public function rows(Job $job): array
    {
        return array_map(static fn (Line $line): array => $line->cells, $this->lines($job));
    }
}
