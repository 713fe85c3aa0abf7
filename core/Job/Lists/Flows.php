<?php

declare(strict_types=1);

namespace Vorhut\Core\Job\Lists;

use Vorhut\Core\Job\Flow;
use Vorhut\Core\Job\RecordList;

/** Streams between units. */
final class Flows extends RecordList
{
    public function __construct()
    {
        parent::__construct('flows', Flow::class, 100, 'stream', 'streams');
    }
}
