<?php

declare(strict_types=1);

namespace Vorhut\Core\Batch;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Runbook\RunbookStep;

/** A step, and the units it is done on together. */
final readonly class BatchNext
{
    /** @param non-empty-list<Device> $units */
    public function __construct(public RunbookStep $step, public array $units)
    {
    }
}
