<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Vorhut\Core\Runbook\RecordedValue;

/** What somebody says of a step: done, left out, or taken back. */
final readonly class StepRecorded
{
    /**
     * @param list<RecordedValue> $kept what was read, found or measured
     * @param array<array-key, string> $planned what is planned now of what is set at the step, by setting
     */
    public function __construct(
        public string $step,
        public bool $isDone,
        public bool $isSkipped = false,
        public string $reason = '',
        public string $note = '',
        public array $kept = [],
        public array $planned = [],
    ) {}
}
