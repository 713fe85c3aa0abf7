<?php

declare(strict_types=1);

namespace Vorhut\Field\StandIn;

/** One service of a simulated device, on its lab address. */
interface StandIn
{
    /** @throws \Throwable when it cannot bind */
    public function start(): void;

    public function stop(): void;
}
