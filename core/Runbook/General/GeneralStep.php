<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook\General;

use Vorhut\Core\Runbook\RunbookContext;
use Vorhut\Core\Runbook\RunbookStep;

/** A step that every kind of unit has, unless it says otherwise. */
interface GeneralStep
{
    /** Null where there is nothing to do for this unit. */
    public function step(RunbookContext $context): ?RunbookStep;
}
