<?php

declare(strict_types=1);

namespace Vorhut\Field\Probe;

use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Protocol;
use Vorhut\Field\Lab\LabNetwork;
use Vorhut\Field\Lab\LabPorts;

/** On loopback, each asker from its own lab address. */
final readonly class InTheLab implements TestSite
{
    public function __construct(private LabNetwork $network, private LabPorts $ports) {}

    public function target(Ipv4Address $planned): ?Ipv4Address
    {
        return $this->network->addresses->find($planned);
    }

    public function port(int $planned): int
    {
        return $this->ports->toLab($planned);
    }

    public function behind(Ipv4Address $planned, Protocol $protocol, int $port): array
    {
        return $this->network->forwards->inside($planned, $protocol, $port);
    }

    /** This machine refuses for a stand-in that is switched off; its unit would keep silent. */
    public function showsWhoRefuses(Ipv4Address $planned, Protocol $protocol, int $port): bool
    {
        return !$this->network->listens($planned, $protocol, $port);
    }

    public function from(Ipv4Address $vantage): ?string
    {
        $lab = $this->network->addresses->find($vantage);

        return null === $lab ? null : (string) $lab;
    }
}
