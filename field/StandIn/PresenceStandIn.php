<?php

declare(strict_types=1);

namespace Vorhut\Field\StandIn;

use Vorhut\Core\Net\MacAddress;
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Net\Service;
use Vorhut\Field\Lab\LabNetwork;
use Vorhut\Field\Net\GatedUdp;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Net\Turn;

/**
 * That a unit is there at all. What is sent comes back as an echo would (RFC 862, in place of ICMP); whoever stands in its segment
 * and asks whose the address is hears its MAC, as by address resolution (RFC 826). On loopback the kernel does neither for the lab.
 */
final class PresenceStandIn implements StandIn
{
    public const PORT = 7;
    public const WHOSE = 'whose is this address';
    private const MAX_BYTES = 512;

    private ?GatedUdp $socket = null;

    /**
     * @param \Closure(): ?MacAddress $mac as it stands now
     * @param \Closure(): LabNetwork $network the plan as it stands now
     */
    public function __construct(
        private readonly Sockets $sockets,
        private readonly string $address,
        private readonly int $port,
        private readonly \Closure $mac,
        private readonly \Closure $network,
    ) {}

    public function start(): void
    {
        $socket = $this->socket = $this->sockets->udp($this->address, $this->port);
        Turn::ofEach($socket, function (string $from, int $port, string $data) use ($socket): void {
            $answer = $this->answer($from, $data);
            if (null !== $answer) {
                $socket->send($from, $port, $answer);
            }
        });
    }

    public function stop(): void
    {
        $this->socket?->close();
    }

    private function answer(string $from, string $data): ?string
    {
        $network = ($this->network)();
        if (self::WHOSE === $data) {
            return $network->isBeside($from, $this->address) ? ($this->mac)()?->withColons() : null;
        }
        $isAnswered = \strlen($data) <= self::MAX_BYTES && $network->answers($from, $this->address, new Service(Protocol::Icmp));

        return $isAnswered ? $data : null;
    }
}
