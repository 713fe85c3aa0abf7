<?php

declare(strict_types=1);

namespace Vorhut\App\Runs;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;
use Vorhut\App\Entity\Run;

/** Does one kind of run. Whatever it throws ends the run, visibly. */
#[AutoconfigureTag]
interface Runner
{
    public function does(Run $run): bool;

    /** Calls progress() on the way, finish() at the end, and stops soon after the run is cancelled. */
    public function do(Run $run): void;

    /** Takes away what a run that did not end well has left half done. */
    public function cleanUp(Run $run): void;
}
