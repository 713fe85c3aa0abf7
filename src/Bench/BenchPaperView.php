<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Vorhut\App\Web\View\Link;
use Vorhut\Core\Runbook\RunbookStep;

/** Units with all their steps, on paper. */
final readonly class BenchPaperView
{
    /**
     * @param int $version of the plan it was made from: it stands on the paper
     * @param list<array{id: string, name: string, facts: string, steps: list<RunbookStep>}> $units
     */
    public function __construct(public string $title, public int $version, public array $units, public ?Link $back) {}
}
