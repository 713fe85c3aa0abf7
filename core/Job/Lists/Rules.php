<?php

declare(strict_types=1);

namespace Vorhut\Core\Job\Lists;

use Vorhut\Core\Job\RecordList;
use Vorhut\Core\Job\ValueRule;

/** Values for all units of a place, a segment or a kind. */
final class Rules extends RecordList
{
    public function __construct()
    {
        parent::__construct('rules', ValueRule::class, 112, 'rule', 'rules');
    }
}
