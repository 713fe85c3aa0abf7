<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

use Amp\ByteStream\StreamException;
use Amp\CancelledException;
use Amp\Socket\ServerSocket;
use Amp\Socket\Socket;
use Amp\Socket\TlsException;
use Amp\TimeoutCancellation;
use Vorhut\Field\Net\OwnCertificate;
use Vorhut\Field\Net\RefusedTarget;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Net\Turn;

use function Amp\async;

/** SIP over TCP or TLS (RFC 3261, section 18): messages in a stream, told apart by their lengths. */
final class TcpWire
{
    private const MAX_BYTES = 65535;
    private const MAX_CONNECTIONS = 200;
    private const CONNECT_SECONDS = 2.0;
    private ?ServerSocket $server = null;

    /** @var array<string, Socket> by the address and port of the other side */
    private array $connections = [];

    /** @var \Closure(string, string, int): void told of each message and where it came from */
    private \Closure $onMessage;

    /** @param OwnCertificate|null $certificate where it speaks within TLS, with whatever certificate the other side has */
    public function __construct(
        private readonly Sockets $sockets,
        private readonly string $address,
        public readonly int $port,
        private readonly ?OwnCertificate $certificate = null,
    ) {
        $this->onMessage = static function (): void {};
    }

    /** @param \Closure(string, string, int): void $onMessage bytes of a message, address and port of the other side */
    public function listen(\Closure $onMessage): void
    {
        $this->onMessage = $onMessage;
        $server = $this->server = $this->sockets->listen($this->address, $this->port, $this->certificate?->context());
        async(function () use ($server): void {
            while (null !== ($socket = $server->accept())) {
                if (\count($this->connections) >= self::MAX_CONNECTIONS) {
                    $socket->close();
                    continue;
                }
                async($this->welcome(...), $socket)->ignore();
            }
        })->ignore();
    }

    private function welcome(Socket $socket): void
    {
        try {
            if (null !== $this->certificate) {
                $socket->setupTls(new TimeoutCancellation(self::CONNECT_SECONDS));
            }
            $this->read($socket, $socket->getRemoteAddress()->toString());
        } catch (CancelledException|TlsException|StreamException) {
            $socket->close();
        }
    }

    /**
     * On the connection there is, or on a new one. What cannot be sent is lost.
     *
     * @throws RefusedTarget
     */
    public function send(string $host, int $port, string $bytes): void
    {
        $this->sockets->check($host);
        async(function () use ($host, $port, $bytes): void {
            $peer = $host.':'.$port;
            if (!isset($this->connections[$peer])) {
                $this->read($this->connected($host, $port), $peer);
            }
            $this->connections[$peer]->write($bytes);
        })->ignore();
    }

    /** @throws TlsException|CancelledException|\Amp\Socket\ConnectException */
    private function connected(string $host, int $port): Socket
    {
        $isTls = null !== $this->certificate;
        $socket = $this->sockets->connect(
            address: $host,
            port: $port,
            seconds: self::CONNECT_SECONDS,
            from: $this->address,
            withTls: $isTls,
        );
        if ($isTls) {
            $socket->setupTls(new TimeoutCancellation(self::CONNECT_SECONDS));
        }

        return $socket;
    }

    public function close(): void
    {
        $this->server?->close();
        foreach ($this->connections as $socket) {
            $socket->close();
        }
        $this->connections = [];
    }

    private function read(Socket $socket, string $peer): void
    {
        $this->connections[$peer] = $socket;
        [$host, $port] = [strstr($peer, ':', true), (int) substr((string) strrchr($peer, ':'), 1)];
        async(function () use ($socket, $peer, $host, $port): void {
            $text = '';
            try {
                while (null !== ($part = $socket->read())) {
                    $text .= $part;
                    while (null !== ($message = self::first($text))) {
                        Turn::take(fn () => ($this->onMessage)($message, (string) $host, $port));
                    }
                    if (\strlen($text) > self::MAX_BYTES) {
                        break;
                    }
                }
            } catch (StreamException) {
                // The other side is gone; who waits for an answer is told by the time.
            } finally {
                $socket->close();
                unset($this->connections[$peer]);
            }
        })->ignore();
    }

    /** Takes the first whole message off the stream; null while there is none (section 18.3; RFC 5626, section 3.5.1, for line breaks). */
    private static function first(string &$text): ?string
    {
        $text = ltrim($text, "\r\n");
        $end = strpos($text, "\r\n\r\n");
        if (false === $end) {
            return null;
        }
        $head = substr($text, 0, $end);
        $length = 1 === preg_match('/^(?:content-length|l)[ \t]*:[ \t]*(\d{1,6})[ \t]*$/mi', $head, $m) ? (int) $m[1] : 0;
        if (\strlen($text) < $end + 4 + $length) {
            return null;
        }
        $message = substr($text, 0, $end + 4 + $length);
        $text = substr($text, $end + 4 + $length);

        return $message;
    }
}
