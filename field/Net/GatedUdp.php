<?php

declare(strict_types=1);

namespace Vorhut\Field\Net;

use Amp\Cancellation;
use Amp\Socket\InternetAddress;
use Amp\Socket\ResourceUdpSocket;

/** A UDP socket whose every datagram goes past the gate. */
final readonly class GatedUdp
{
    /** Of ip(7); PHP has no name for it. */
    private const IP_TOS = 1;

    public function __construct(private ResourceUdpSocket $socket, private TargetGate $gate) {}

    /**
     * @throws RefusedTarget
     * @throws \Amp\Socket\SocketException when the kernel refuses it
     */
    public function send(string $address, int $port, string $data): void
    {
        $this->gate->check($address);
        $this->socket->send(new InternetAddress($address, TargetGate::port($port)), $data);
    }

    /** @return array{string, int, string}|null sender's address and port, and what it sent; null once closed */
    public function receive(?Cancellation $cancellation = null): ?array
    {
        $received = $this->socket->receive($cancellation);
        if (null === $received) {
            return null;
        }
        [$from, $data] = $received;

        return [$from->getAddress(), $from->getPort(), $data];
    }

    /** Marks what is sent from now on. */
    public function mark(Dscp $dscp): void
    {
        $socket = $this->raw();
        if (null !== $socket) {
            // The two low bits of the octet belong to congestion notification (RFC 3168).
            socket_set_option($socket, \IPPROTO_IP, self::IP_TOS, $dscp->value << 2);
        }
    }

    /** How what is sent is marked; 0 for not at all. */
    public function marking(): int
    {
        $socket = $this->raw();
        $octet = null === $socket ? 0 : socket_get_option($socket, \IPPROTO_IP, self::IP_TOS);

        return \is_int($octet) ? $octet >> 2 : 0;
    }

    public function address(): string
    {
        return $this->socket->getAddress()->getAddress();
    }

    public function port(): int
    {
        return $this->socket->getAddress()->getPort();
    }

    public function close(): void
    {
        $this->socket->close();
    }

    private function raw(): ?\Socket
    {
        $resource = $this->socket->getResource();
        $socket = null === $resource ? false : socket_import_stream($resource);

        return false === $socket ? null : $socket;
    }
}
