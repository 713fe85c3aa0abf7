<?php

declare(strict_types=1);

namespace Vorhut\Core\Exchange;

use Vorhut\Core\Job\ChangeSet;

/** A cable list that was looked at: what each row would do, and all of it together. */
final readonly class CableListPreview
{
    /** @param list<CableRow> $rows */
    public function __construct(public array $rows, public ChangeSet $change) {}
}
