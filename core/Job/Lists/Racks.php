<?php

declare(strict_types=1);

namespace Vorhut\Core\Job\Lists;

use Vorhut\Core\Job\Rack;
use Vorhut\Core\Job\RecordList;

/** Racks. */
final class Racks extends RecordList
{
    public function __construct()
    {
        parent::__construct('racks', Rack::class, 68, 'rack', 'racks');
    }
}
