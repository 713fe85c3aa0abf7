<?php

declare(strict_types=1);

namespace Vorhut\Field\StandIn;

use Vorhut\Core\Net\Service;
use Vorhut\Field\Lab\LabNetwork;
use Vorhut\Field\Net\GatedUdp;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Poll\PollMessage;

use function Amp\async;

/** Answers the unicast discovery poll of a management station. */
final class PollStandIn implements StandIn
{
    private ?GatedUdp $socket = null;

    /** @param \Closure(): LabNetwork $network */
    public function __construct(
        private readonly Sockets $sockets,
        private readonly string $address,
        private readonly int $port,
        private readonly Service $service,
        private readonly \Closure $network,
        private readonly string $device,
    ) {
    }

    public function start(): void
    {
        $socket = $this->socket = $this->sockets->udp($this->address, $this->port);
        async(function () use ($socket): void {
            while (null !== ($datagram = $socket->receive())) {
                [$from, $port, $data] = $datagram;
                $nonce = PollMessage::nonceOfPoll($data);
                if (null !== $nonce && ($this->network)()->answers($from, $this->address, $this->service)) {
                    $socket->send($from, $port, PollMessage::here($nonce, $this->device));
                }
            }
        })->ignore();
    }

    public function stop(): void
    {
        $this->socket?->close();
    }
}
