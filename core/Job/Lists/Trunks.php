<?php

declare(strict_types=1);

namespace Vorhut\Core\Job\Lists;

use Vorhut\Core\Job\RecordList;
use Vorhut\Core\Job\Trunk;

/** Ways for calls to other networks. */
final class Trunks extends RecordList
{
    public function __construct()
    {
        parent::__construct('trunks', Trunk::class, 91, 'trunk', 'trunks', 'voice');
    }
}
