<?php

declare(strict_types=1);

namespace Vorhut\Core\Batch;

use Vorhut\Core\Runbook\RunbookStep;

/** One step of one unit, among several units. */
final readonly class BatchCell
{
    public function __construct(public RunbookStep $step, public CellState $state) {}
}
