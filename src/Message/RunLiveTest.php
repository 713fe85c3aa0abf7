<?php

declare(strict_types=1);

namespace Vorhut\App\Message;

/** Tests intents live, in the worker. */
final readonly class RunLiveTest
{
    public function __construct(public int $run)
    {
    }
}
