<?php

declare(strict_types=1);

namespace Vorhut\Core\Job\Lists;

use Vorhut\Core\Job\Fixture;
use Vorhut\Core\Job\RecordList;

/** Lights with their start addresses. */
final class Fixtures extends RecordList
{
    public function __construct()
    {
        parent::__construct('fixtures', Fixture::class, 102, 'fixture', 'fixtures');
    }
}
