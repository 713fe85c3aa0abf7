<?php

declare(strict_types=1);

namespace Vorhut\Core\Batch;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Runbook\RunbookStep;

/** A step, or several that follow each other without a break, and the units they are done on together. */
final readonly class BatchNext
{
    /**
     * @param non-empty-list<RunbookStep> $steps
     * @param non-empty-list<Device> $units
     */
    public function __construct(public array $steps, public array $units) {}

    public function has(string $step): bool
    {
        return \in_array($step, array_column($this->steps, 'id'), true);
    }
}
