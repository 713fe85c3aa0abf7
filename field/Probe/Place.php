<?php

declare(strict_types=1);

namespace Vorhut\Field\Probe;

use Vorhut\Core\Net\Ipv4Address;

/** Where a live test happens: how planned addresses are found there, and from where they are asked. */
interface Place
{
    /** Null where the address may not be asked. */
    public function target(Ipv4Address $planned): ?Ipv4Address;

    public function port(int $planned): int;

    /** The address to ask from, or null for this machine's own. */
    public function from(Ipv4Address $vantage): ?string;
}
