<?php

declare(strict_types=1);

namespace Vorhut\Field\StandIn;

use Vorhut\Core\Net\Service;
use Vorhut\Core\Profile\FindMethod;
use Vorhut\Field\Lab\LabNetwork;
use Vorhut\Field\Net\GatedUdp;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Net\Turn;
use Vorhut\Field\Poll\PollMessage;

/** Answers the unicast discovery poll of a management station. */
final class PollStandIn implements ServiceStandIn
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

    public static function at(ServiceSite $site): ?self
    {
        foreach ($site->profile->answers as $finder) {
            if (FindMethod::UnicastList === $finder->method && $site->service->covers($finder->protocol, $finder->port)) {
                return new self(
                    sockets: $site->lab->sockets,
                    address: $site->address,
                    port: $site->port,
                    service: $site->service,
                    network: $site->network,
                    device: $site->device->id,
                );
            }
        }

        return null;
    }

    public function start(): void
    {
        $socket = $this->socket = $this->sockets->udp($this->address, $this->port);
        Turn::ofEach($socket, function (string $from, int $port, string $data) use ($socket): void {
            $nonce = PollMessage::nonceOfPoll($data);
            if (null !== $nonce && ($this->network)()->answers($from, $this->address, $this->service)) {
                $socket->send($from, $port, PollMessage::here($nonce, $this->device));
            }
        });
    }

    public function stop(): void
    {
        $this->socket?->close();
    }
}
