<?php

declare(strict_types=1);

namespace Vorhut\Field\Probe;

use Amp\CancelledException;
use Amp\TimeoutCancellation;
use Revolt\EventLoop;
use Vorhut\Field\Net\RefusedTarget;
use Vorhut\Field\Net\Sockets;

/** Asks for an echo: by ICMP where the kernel lets this user, by datagram in the lab. */
final readonly class Echoes
{
    /** Types of ICMP messages (RFC 792). */
    private const REQUEST = 8;
    private const REPLY = 0;
    private const PROTOCOL = 1;
    private const MOST_BYTES = 1500;
    private const LAB_TRIES = 2;

    public function __construct(private Sockets $sockets, private float $seconds)
    {
    }

    /** Whether the kernel lets this user send echo requests without the rights of root (net.ipv4.ping_group_range). */
    public static function mayPing(): bool
    {
        $socket = @socket_create(\AF_INET, \SOCK_DGRAM, self::PROTOCOL);
        if (false === $socket) {
            return false;
        }
        socket_close($socket);

        return true;
    }

    /**
     * @return bool whether it came back
     *
     * @throws RefusedTarget
     */
    public function ping(string $target): bool
    {
        $this->sockets->check($target);
        $socket = @socket_create(\AF_INET, \SOCK_DGRAM, self::PROTOCOL);
        if (false === $socket) {
            throw new \LogicException('Ask mayPing() first: this user may not send echo requests.');
        }
        socket_set_nonblock($socket);
        $cookie = random_bytes(16);
        $suspension = EventLoop::getSuspension();
        $stream = socket_export_stream($socket);
        \assert(false !== $stream);
        $reading = EventLoop::onReadable($stream, static function () use ($socket, $target, $cookie, $suspension): void {
            $from = $port = $data = null;
            if (false === @socket_recvfrom($socket, $data, self::MOST_BYTES, 0, $from, $port) || !\is_string($data)) {
                return;
            }
            if ($from === $target && self::REPLY === \ord($data[0] ?? "\xFF") && substr($data, 8) === $cookie) {
                $suspension->resume(true);
            }
        });
        $clock = EventLoop::delay($this->seconds, static fn () => $suspension->resume(false));
        try {
            // The kernel fills in checksum and identifier.
            @socket_sendto($socket, pack('CCnnn', self::REQUEST, 0, 0, 0, 1).$cookie, 8 + \strlen($cookie), 0, $target);

            return true === $suspension->suspend();
        } finally {
            EventLoop::cancel($reading);
            EventLoop::cancel($clock);
            socket_close($socket);
        }
    }

    /**
     * @return bool whether it came back
     *
     * @throws RefusedTarget
     */
    public function datagram(string $target, int $port, ?string $from): bool
    {
        $socket = $this->sockets->udpToward($target, $from);
        $cookie = bin2hex(random_bytes(8));
        try {
            for ($try = 1; $try <= self::LAB_TRIES; ++$try) {
                $socket->send($target, $port, $cookie);
                $time = new TimeoutCancellation($this->seconds / self::LAB_TRIES);
                try {
                    while (null !== ($datagram = $socket->receive($time))) {
                        if ($datagram[0] === $target && $datagram[2] === $cookie) {
                            return true;
                        }
                    }
                } catch (CancelledException) {
                    // Datagrams get lost; it is asked once more.
                }
            }

            return false;
        } finally {
            $socket->close();
        }
    }
}
