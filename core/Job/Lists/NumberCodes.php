<?php

declare(strict_types=1);

namespace Vorhut\Core\Job\Lists;

use Vorhut\Core\Job\NumberCode;
use Vorhut\Core\Job\RecordList;

/** Short codes that people dial. */
final class NumberCodes extends RecordList
{
    public function __construct()
    {
        parent::__construct('codes', NumberCode::class, 94, 'short code', 'short codes', 'voice', 'code');
    }
}
