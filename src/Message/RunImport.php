<?php

declare(strict_types=1);

namespace Vorhut\App\Message;

/** Takes a large file over into a job, in the worker. */
final readonly class RunImport
{
    public function __construct(public int $run)
    {
    }
}
