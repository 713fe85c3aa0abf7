<?php

declare(strict_types=1);

namespace Vorhut\Field\StandIn;

use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Net\Service;
use Vorhut\Field\Lab\LabNetwork;
use Vorhut\Field\Net\GatedUdp;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Net\Turn;
use Vorhut\Field\Ntp\NtpPacket;

/** Tells the time of this machine (RFC 5905). */
final class NtpStandIn implements ServiceStandIn
{
    private const PORT = 123;
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

    public static function at(ServiceSite $site): ?self
    {
        return $site->is(Protocol::Udp, self::PORT)
            ? new self(
                sockets: $site->lab->sockets,
                address: $site->address,
                port: $site->port,
                service: $site->service,
                network: $site->network,
            )
            : null;
    }

    public function start(): void
    {
        $socket = $this->socket = $this->sockets->udp($this->address, $this->port);
        Turn::ofEach($socket, function (string $from, int $port, string $data) use ($socket): void {
            $received = microtime(true);
            $question = NtpPacket::parse($data);
            if (true === $question?->isQuestion() && ($this->network)()->answers($from, $this->address, $this->service)) {
                $socket->send($from, $port, $question->answer($received, microtime(true)));
            }
        });
    }

    public function stop(): void
    {
        $this->socket?->close();
    }
}
