<?php

declare(strict_types=1);

namespace Vorhut\Core\Job\Lists;

use Vorhut\Core\Job\Reading;
use Vorhut\Core\Job\RecordList;

/** Figures read off units. */
final class Readings extends RecordList
{
    public function __construct()
    {
        parent::__construct('readings', Reading::class, 118, 'reading', 'readings');
    }
}
