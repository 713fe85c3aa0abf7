<?php

declare(strict_types=1);

namespace Vorhut\Field\Lab;

use Vorhut\Core\Job\PortForward;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Reach\Node\Network;

/** Port forwards in the lab, which has no routers: what is asked at the outside address is asked of the unit inside. */
final readonly class LabForwards
{
    /** @var list<PortForward> */
    private array $forwards;

    public function __construct(Network $network)
    {
        $this->forwards = array_merge(...array_column($network->nodes, 'portForwards'));
    }

    /** @return array{Ipv4Address, int} the address and port inside; those asked for where nothing is forwarded */
    public function inside(Ipv4Address $address, Protocol $protocol, int $port): array
    {
        foreach ($this->forwards as $forward) {
            $inside = $forward->inside($port);
            if (null !== $inside && $forward->protocol === $protocol && $forward->interface->equals($address)) {
                return [$forward->to, $inside];
            }
        }

        return [$address, $port];
    }

    /** @return iterable<array{Ipv4Address, Service}> the addresses and ports outside by which a service of a unit is asked for */
    public function outside(Ipv4Address $address, Service $service): iterable
    {
        foreach ($this->forwards as $forward) {
            $port = $forward->port + ($service->firstPort ?? 0) - $forward->toPort;
            if ($forward->protocol === $service->protocol && $forward->to->equals($address) && null !== $forward->inside($port)) {
                yield [$forward->interface, new Service($service->protocol, $port, $port)];
            }
        }
    }
}
