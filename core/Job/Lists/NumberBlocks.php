<?php

declare(strict_types=1);

namespace Vorhut\Core\Job\Lists;

use Vorhut\Core\Job\NumberBlock;
use Vorhut\Core\Job\RecordList;

/** Numbers set aside. */
final class NumberBlocks extends RecordList
{
    public function __construct()
    {
        parent::__construct('blocks', NumberBlock::class, 93, 'block of numbers', 'blocks of numbers', 'voice');
    }
}
