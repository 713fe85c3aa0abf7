<?php

declare(strict_types=1);

namespace Vorhut\Core\Job\Lists;

use Vorhut\Core\Job\RecordList;
use Vorhut\Core\Job\Segment;

/** Layer-2 broadcast domains. */
final class Segments extends RecordList
{
    public function __construct()
    {
        parent::__construct('segments', Segment::class, 50, 'segment', 'segments');
    }
}
