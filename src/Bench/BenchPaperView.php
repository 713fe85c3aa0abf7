<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Vorhut\Core\Runbook\RunbookStep;

/** Units with all their steps, on paper. */
final readonly class BenchPaperView
{
    /** @param list<array{name: string, facts: string, steps: list<RunbookStep>}> $units */
    public function __construct(public string $title, public array $units)
    {
    }
}
