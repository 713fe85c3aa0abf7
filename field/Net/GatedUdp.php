<?php

declare(strict_types=1);

namespace Vorhut\Field\Net;

use Amp\Cancellation;
use Amp\Socket\InternetAddress;
use Amp\Socket\ResourceUdpSocket;

/** A UDP socket whose every datagram goes past the gate. */
final readonly class GatedUdp
{
    public function __construct(private ResourceUdpSocket $socket, private TargetGate $gate)
    {
    }

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
}
