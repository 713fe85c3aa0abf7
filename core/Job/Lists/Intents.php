<?php

declare(strict_types=1);

namespace Vorhut\Core\Job\Lists;

use Vorhut\Core\Job\Intent;
use Vorhut\Core\Job\RecordList;

/** What must and must not be. */
final class Intents extends RecordList
{
    public function __construct()
    {
        parent::__construct('intents', Intent::class, 150, 'intent', 'intents');
    }
}
