<?php

declare(strict_types=1);

namespace Vorhut\App\Message;

/** Looks who answers at a list of addresses, in the worker. */
final readonly class RunSweep
{
    public function __construct(public int $run)
    {
    }
}
