<?php

declare(strict_types=1);

namespace Vorhut\App\Runs;

/** Tells the worker that a run waits. */
final readonly class DoRun
{
    public function __construct(public int $run) {}
}
