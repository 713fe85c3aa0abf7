<?php

declare(strict_types=1);

namespace Vorhut\Field\Probe;

use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Ipv4Prefix;
use Vorhut\Core\Net\Protocol;

/** On a real site, from this machine, and only within the confirmed ranges. */
final readonly class OnSite implements TestSite
{
    /** @param list<Ipv4Prefix> $confirmed */
    public function __construct(private array $confirmed) {}

    public function target(Ipv4Address $planned): ?Ipv4Address
    {
        foreach ($this->confirmed as $prefix) {
            if ($prefix->contains($planned)) {
                return $planned;
            }
        }

        return null;
    }

    public function port(int $planned): int
    {
        return $planned;
    }

    /** There the routers themselves forward. */
    public function behind(Ipv4Address $planned, Protocol $protocol, int $port): array
    {
        return [$planned, $port];
    }

    public function showsWhoRefuses(Ipv4Address $planned, Protocol $protocol, int $port): bool
    {
        return true;
    }

    public function from(Ipv4Address $vantage): null
    {
        return null;
    }
}
