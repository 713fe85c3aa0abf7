<?php

declare(strict_types=1);

namespace Vorhut\Field\Probe;

use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Protocol;

/** Where a live test happens: how planned addresses are found there, and from where they are asked. */
interface TestSite
{
    /** Null where the address may not be asked. */
    public function target(Ipv4Address $planned): ?Ipv4Address;

    public function port(int $planned): int;

    /** @return array{Ipv4Address, int} what has to be asked where the address or port asked for is a router's, which forwards it */
    public function behind(Ipv4Address $planned, Protocol $protocol, int $port): array;

    /** Whether a refusal from there shows that the unit is there. */
    public function showsWhoRefuses(Ipv4Address $planned, Protocol $protocol, int $port): bool;

    /** The address to ask from, or null for this machine's own. */
    public function from(Ipv4Address $vantage): ?string;
}
