<?php

declare(strict_types=1);

namespace Vorhut\Core\Job\Lists;

use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\RecordList;

/** Numbers people dial. */
final class Extensions extends RecordList
{
    public function __construct()
    {
        parent::__construct('extensions', Extension::class, 90, 'extension', 'extensions', 'voice', 'number');
    }
}
