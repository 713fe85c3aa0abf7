<?php

declare(strict_types=1);

namespace Vorhut\Field\StandIn;

use Amp\Socket\ServerSocket;
use Amp\Socket\Socket;
use Amp\Socket\TlsException;
use Amp\TimeoutCancellation;
use Vorhut\Core\Net\Service;
use Vorhut\Field\Lab\LabNetwork;
use Vorhut\Field\Net\OwnCertificate;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Serve\TextSpeaker;

/**
 * Listens on a TCP port. The kernel completes every handshake on loopback, so a connection that the planned topology would
 * not allow is closed at once, without a byte; probes take that for no answer.
 */
final class TcpStandIn implements StandIn
{
    private const MOST_BYTES = 16384;
    private const MOST_SECONDS = 5;
    private ?ServerSocket $server = null;

    /**
     * @param \Closure(): LabNetwork $network the plan as it stands now
     * @param OwnCertificate|null $certificate where it speaks within TLS
     */
    public function __construct(
        private readonly Sockets $sockets,
        private readonly string $address,
        private readonly int $port,
        private readonly Service $service,
        private readonly \Closure $network,
        private readonly TextSpeaker $speaker,
        private readonly Crowd $crowd,
        private readonly ?OwnCertificate $certificate = null,
    ) {
    }

    public function start(): void
    {
        $this->server = $this->sockets->listen($this->address, $this->port, $this->certificate?->context());
        $this->crowd->take($this->server, $this->serve(...));
    }

    public function stop(): void
    {
        $this->server?->close();
    }

    private function serve(Socket $socket): void
    {
        try {
            $from = explode(':', $socket->getRemoteAddress()->toString())[0];
            if (!($this->network)()->answers($from, $this->address, $this->service)) {
                return;
            }
            $time = new TimeoutCancellation(self::MOST_SECONDS);
            if (null !== $this->certificate) {
                $socket->setupTls($time);
            }
            $text = '';
            while (null !== ($part = $socket->read($time))) {
                $text .= $part;
                $answer = $this->speaker->answer($text);
                if (null !== $answer) {
                    $socket->write($answer);

                    return;
                }
                if (\strlen($text) > self::MOST_BYTES) {
                    return;
                }
            }
        } catch (\Amp\CancelledException|\Amp\ByteStream\StreamException|TlsException) {
            // A peer that is slow or gone costs nobody else anything.
        }
    }
}
