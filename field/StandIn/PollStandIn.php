<?php

declare(strict_types=1);

namespace Vorhut\Field\StandIn;

use Vorhut\Core\Profile\FindMethod;
use Vorhut\Field\Net\GatedUdp;
use Vorhut\Field\Net\Turn;
use Vorhut\Field\Poll\PollMessage;

/** Answers the unicast discovery poll of a management station. */
final class PollStandIn implements ServiceStandIn
{
    private ?GatedUdp $socket = null;

    public function __construct(private readonly ServiceSite $site) {}

    public static function at(ServiceSite $site): ?self
    {
        foreach ($site->profile->answers as $finder) {
            if (FindMethod::UnicastList === $finder->method && $site->service->covers($finder->protocol, $finder->port)) {
                return new self($site);
            }
        }

        return null;
    }

    public function start(): void
    {
        $socket = $this->socket = $this->site->lab->sockets->udp($this->site->address, $this->site->port);
        Turn::ofEach($socket, function (string $from, int $port, string $data) use ($socket): void {
            $nonce = PollMessage::nonceOfPoll($data);
            if (null !== $nonce && $this->site->answers($from)) {
                $socket->send($from, $port, PollMessage::here($nonce, $this->site->device->id));
            }
        });
    }

    public function stop(): void
    {
        $this->socket?->close();
    }
}
