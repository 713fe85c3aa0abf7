<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver\Paper;

use Vorhut\Core\HandOver\UnitSheet;

/** Sheets of some units of a large job. */
final readonly class SheetsView
{
    /** @param list<UnitSheet> $units */
    public function __construct(public string $job, public array $units) {}
}
