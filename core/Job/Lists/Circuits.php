<?php

declare(strict_types=1);

namespace Vorhut\Core\Job\Lists;

use Vorhut\Core\Job\Circuit;
use Vorhut\Core\Job\RecordList;

/** Circuits of the mains. */
final class Circuits extends RecordList
{
    public function __construct()
    {
        parent::__construct('circuits', Circuit::class, 67, 'circuit', 'circuits');
    }
}
