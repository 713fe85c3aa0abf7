<?php

declare(strict_types=1);

namespace Vorhut\Field\Probe;

use Amp\CancelledException;
use Amp\TimeoutCancellation;
use Vorhut\Field\Net\RefusedTarget;
use Vorhut\Field\Net\Sockets;

/** Asks for an echo: by ICMP where the kernel lets this user, by datagram in the lab. */
final readonly class Echoes
{
    private const LAB_TRIES = 2;

    public function __construct(private Sockets $sockets, private float $seconds) {}

    /**
     * @return bool whether it came back
     *
     * @throws RefusedTarget
     */
    public function ping(string $target): bool
    {
        return $this->sockets->ping($target, $this->seconds);
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
