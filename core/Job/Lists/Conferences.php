<?php

declare(strict_types=1);

namespace Vorhut\Core\Job\Lists;

use Vorhut\Core\Job\Conference;
use Vorhut\Core\Job\RecordList;

/** Who meets whom. */
final class Conferences extends RecordList
{
    public function __construct()
    {
        parent::__construct('conferences', Conference::class, 108, 'conference', 'conferences');
    }
}
