<?php

declare(strict_types=1);

namespace Vorhut\Field\StandIn;

use Vorhut\Core\Net\Protocol;
use Vorhut\Field\Net\GatedUdp;
use Vorhut\Field\Net\Turn;
use Vorhut\Field\Ntp\NtpPacket;

/** Tells the time of this machine (RFC 5905). */
final class NtpStandIn implements ServiceStandIn
{
    private const PORT = 123;
    private ?GatedUdp $socket = null;

    public function __construct(private readonly ServiceSite $site) {}

    public static function at(ServiceSite $site): ?self
    {
        return $site->is(Protocol::Udp, self::PORT) ? new self($site) : null;
    }

    public function start(): void
    {
        $socket = $this->socket = $this->site->lab->sockets->udp($this->site->address, $this->site->port);
        Turn::ofEach($socket, function (string $from, int $port, string $data) use ($socket): void {
            $received = microtime(true);
            $question = NtpPacket::parse($data);
            if (true === $question?->isQuestion() && $this->site->answers($from)) {
                $socket->send($from, $port, $question->answer($received, microtime(true)));
            }
        });
    }

    public function stop(): void
    {
        $this->socket?->close();
    }
}
