<?php

declare(strict_types=1);

namespace Vorhut\Core\Paper\Back;

use Vorhut\Core\Job\ChangeSet;

/** A list that came back: what becomes of each row, and the change of the plan that all of them make. */
final readonly class BackList
{
    /** @param list<BackRow> $rows */
    public function __construct(public array $rows, public ChangeSet $change) {}
}
