<?php

declare(strict_types=1);

namespace Vorhut\Field\Probe;

use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Field\Lab\LabAddresses;
use Vorhut\Field\Lab\LabPorts;

/** On loopback, each asker from its own lab address. */
final readonly class InTheLab implements Place
{
    public function __construct(private LabAddresses $addresses, private LabPorts $ports)
    {
    }

    public function target(Ipv4Address $planned): ?Ipv4Address
    {
        return $this->addresses->find($planned);
    }

    public function port(int $planned): int
    {
        return $this->ports->toLab($planned);
    }

    public function from(Ipv4Address $vantage): ?string
    {
        $lab = $this->addresses->find($vantage);

        return null === $lab ? null : (string) $lab;
    }
}
