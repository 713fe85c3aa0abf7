<?php

declare(strict_types=1);

namespace Vorhut\Core\Job\Lists;

use Vorhut\Core\Job\LightRun;
use Vorhut\Core\Job\RecordList;

/** Cables of fixtures. */
final class LightRuns extends RecordList
{
    public function __construct()
    {
        parent::__construct('runs', LightRun::class, 103, 'run', 'runs');
    }
}
