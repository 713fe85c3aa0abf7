<?php

declare(strict_types=1);

namespace Vorhut\Core\Job\Lists;

use Vorhut\Core\Job\Chain;
use Vorhut\Core\Job\RecordList;

/** Sound on its way. */
final class Chains extends RecordList
{
    public function __construct()
    {
        parent::__construct('chains', Chain::class, 104, 'chain', 'chains');
    }
}
