<?php

declare(strict_types=1);

namespace Vorhut\Field\Net;

use Amp\Socket\BindContext;
use Amp\Socket\ClientTlsContext;
use Amp\Socket\ConnectContext;
use Amp\Socket\ConnectException;
use Amp\Socket\DnsSocketConnector;
use Amp\Socket\InternetAddress;
use Amp\Socket\ServerSocket;
use Amp\Socket\ServerTlsContext;
use Amp\Socket\Socket;
use Amp\Socket\SocketException;
use Amp\TimeoutCancellation;

use function Amp\Socket\bindUdpSocket;
use function Amp\Socket\listen;

/** The only place where sockets are made, each target past the gate first. */
final readonly class Sockets
{
    public function __construct(private TargetGate $gate) {}

    /** @throws RefusedTarget */
    public function check(string $address): void
    {
        $this->gate->check($address);
    }

    /**
     * @param string|null $from local address to send from
     * @param bool $withTls whether TLS may be set up on it, with whatever certificate the other side has
     *
     * @throws RefusedTarget
     * @throws ConnectException when nobody accepts
     * @throws \Amp\CancelledException when the time is over
     */
    public function connect(string $address, int $port, float $seconds, ?string $from = null, bool $withTls = false): Socket
    {
        $this->gate->check($address);
        $context = (new ConnectContext())->withConnectTimeout($seconds)->withTcpNoDelay();
        if ($withTls) {
            $context = $context->withTlsContext((new ClientTlsContext(''))->withoutPeerVerification()->withPeerCapturing());
        }
        if (null !== $from) {
            $this->gate->check($from);
            $context = $context->withBindTo($from.':0');
        }

        return (new DnsSocketConnector())->connect(\sprintf('tcp://%s:%d', $address, $port), $context, new TimeoutCancellation($seconds));
    }

    /** @throws RefusedTarget */
    public function udp(string $address, int $port = 0): GatedUdp
    {
        $this->gate->check($address);
        $socket = bindUdpSocket(\sprintf('udp://%s:%d', $address, $port));

        return new GatedUdp($socket, $this->gate);
    }

    /**
     * A free port for media, an even one where there soon is (RFC 3550, section 11).
     *
     * @throws RefusedTarget
     */
    public function udpEven(string $address): GatedUdp
    {
        for ($try = 0; $try < 8; ++$try) {
            $socket = $this->udp($address);
            if (0 === $socket->port() % 2) {
                return $socket;
            }
            $socket->close();
        }

        return $this->udp($address);
    }

    /**
     * A socket to ask a target from: bound to the given address, or to the one this machine itself would use. Finding that
     * out sends nothing.
     *
     * @throws RefusedTarget
     */
    public function udpToward(string $target, ?string $from): GatedUdp
    {
        $this->gate->check($target);
        if (null !== $from) {
            return $this->udp($from);
        }
        // A machine without a way there warns and answers false, which is said below.
        $toward = @stream_socket_client(\sprintf('udp://%s:9', $target));
        $own = false === $toward ? false : stream_socket_get_name($toward, false);
        if (false === $own) {
            throw new SocketException(\sprintf('This machine has no way to %s.', $target));
        }

        return new GatedUdp(bindUdpSocket(\sprintf('udp://%s:0', strtok($own, ':'))), $this->gate);
    }

    /**
     * Whether an echo comes back by ICMP within so many seconds.
     *
     * @throws RefusedTarget
     */
    public function ping(string $address, float $seconds): bool
    {
        return PingSocket::echo($this->gate, $address, $seconds);
    }

    /** @throws RefusedTarget */
    public function listen(string $address, int $port, ?ServerTlsContext $tls = null): ServerSocket
    {
        $this->gate->check($address);
        $context = null === $tls ? null : (new BindContext())->withTlsContext($tls);

        return listen(new InternetAddress($address, TargetGate::port($port)), $context);
    }
}
