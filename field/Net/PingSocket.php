<?php

declare(strict_types=1);

namespace Vorhut\Field\Net;

use Revolt\EventLoop;

/** Echo requests by ICMP (RFC 792) without the rights of root, where the kernel lets this user (net.ipv4.ping_group_range). */
final class PingSocket
{
    private const REQUEST = 8;
    private const REPLY = 0;
    private const PROTOCOL = 1;
    private const HEAD = 8;
    private const MAX_BYTES = 1500;

    public static function isPermitted(): bool
    {
        $socket = self::open();
        if (null !== $socket) {
            socket_close($socket);
        }

        return null !== $socket;
    }

    /**
     * @param float $seconds to wait
     *
     * @return bool whether it came back
     *
     * @throws RefusedTarget
     * @throws \LogicException where this user may not
     */
    public static function echo(TargetGate $gate, string $target, float $seconds): bool
    {
        $gate->check($target);
        $socket = self::open() ?? throw new \LogicException('This user may not send echo requests.');
        socket_set_nonblock($socket);
        $stream = socket_export_stream($socket);
        \assert(false !== $stream);
        $cookie = random_bytes(16);
        $suspension = EventLoop::getSuspension();
        $reading = EventLoop::onReadable($stream, static function () use ($socket, $target, $cookie, $suspension): void {
            if (self::isReply($socket, $target, $cookie)) {
                $suspension->resume(true);
            }
        });
        $clock = EventLoop::delay($seconds, static fn () => $suspension->resume(false));
        try {
            // The kernel fills in checksum and identifier.
            $request = pack('CCnnn', self::REQUEST, 0, 0, 0, 1).$cookie;

            return false !== @socket_sendto($socket, $request, \strlen($request), 0, $target, 0) && true === $suspension->suspend();
        } finally {
            EventLoop::cancel($reading);
            EventLoop::cancel($clock);
            socket_close($socket);
        }
    }

    private static function isReply(\Socket $socket, string $target, string $cookie): bool
    {
        $from = $port = null;
        $data = '';
        $length = @socket_recvfrom($socket, $data, self::MAX_BYTES, 0, $from, $port);

        return false !== $length
            && \is_string($data)
            && $length > self::HEAD
            && $from === $target
            && self::REPLY === \ord($data[0])
            && substr($data, self::HEAD) === $cookie;
    }

    private static function open(): ?\Socket
    {
        $socket = \extension_loaded('sockets') ? @socket_create(\AF_INET, \SOCK_DGRAM, self::PROTOCOL) : false;

        return false === $socket ? null : $socket;
    }
}
