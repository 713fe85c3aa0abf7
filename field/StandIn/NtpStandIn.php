<?php

declare(strict_types=1);

namespace Vorhut\Field\StandIn;

use Vorhut\Core\Net\Service;
use Vorhut\Field\Lab\LabNetwork;
use Vorhut\Field\Net\GatedUdp;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Ntp\NtpPacket;

use function Amp\async;

/** Tells the time of this machine (RFC 5905). */
final class NtpStandIn implements StandIn
{
    private ?GatedUdp $socket = null;

    /** @param \Closure(): LabNetwork $network the plan as it stands now */
    public function __construct(
        private readonly Sockets $sockets,
        private readonly string $address,
        private readonly int $port,
        private readonly Service $service,
        private readonly \Closure $network,
    ) {
    }

    public function start(): void
    {
        $socket = $this->socket = $this->sockets->udp($this->address, $this->port);
        async(function () use ($socket): void {
            while (null !== ($datagram = $socket->receive())) {
                [$from, $port, $data] = $datagram;
                $received = microtime(true);
                $question = NtpPacket::parse($data);
                if (true === $question?->isQuestion() && ($this->network)()->answers($from, $this->address, $this->service)) {
                    $socket->send($from, $port, $question->answer($received, microtime(true)));
                }
            }
        })->ignore();
    }

    public function stop(): void
    {
        $this->socket?->close();
    }
}
