<?php

declare(strict_types=1);

namespace Vorhut\Core\Job\Lists;

use Vorhut\Core\Job\Hours;
use Vorhut\Core\Job\RecordList;

/** Open hours and holidays. */
final class Timetables extends RecordList
{
    public function __construct()
    {
        parent::__construct('hours', Hours::class, 95, 'timetable', 'timetables', 'voice');
    }
}
