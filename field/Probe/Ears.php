<?php

declare(strict_types=1);

namespace Vorhut\Field\Probe;

use Amp\DeferredFuture;
use Amp\TimeoutCancellation;
use Vorhut\Field\Announce\SapPacket;
use Vorhut\Field\Net\GatedUdp;
use Vorhut\Field\Net\Sockets;

use function Amp\async;

/** Listens in the place of stations for what units say of themselves; one socket serves all who listen at one address. */
final class Ears
{
    /** @var array<string, GatedUdp> by address and port */
    private array $sockets = [];

    /** @var array<string, array<int, array{string, DeferredFuture<SapPacket>}>> who waits for whom, by address and port */
    private array $waiting = [];

    public function __construct(private readonly Sockets $made) {}

    /** @throws \Amp\CancelledException when nothing of that unit came in time */
    public function hear(string $at, int $port, string $from, float $seconds): SapPacket
    {
        $key = $at.':'.$port;
        $this->listen($key, $at, $port);
        /** @var DeferredFuture<SapPacket> $heard */
        $heard = new DeferredFuture();
        $id = spl_object_id($heard);
        $this->waiting[$key][$id] = [$from, $heard];
        try {
            return $heard->getFuture()->await(new TimeoutCancellation($seconds));
        } finally {
            unset($this->waiting[$key][$id]);
            if ([] === $this->waiting[$key]) {
                $this->sockets[$key]->close();
                unset($this->sockets[$key]);
            }
        }
    }

    private function listen(string $key, string $at, int $port): void
    {
        if (isset($this->sockets[$key])) {
            return;
        }
        $socket = $this->sockets[$key] = $this->made->udp($at, $port);
        async(function () use ($socket, $key): void {
            while (null !== ($datagram = $socket->receive())) {
                $packet = SapPacket::parse($datagram[2]);
                foreach ($this->waiting[$key] ?? [] as [$from, $heard]) {
                    if (false === $packet?->isDeleted && $from === $datagram[0] && !$heard->isComplete()) {
                        $heard->complete($packet);
                    }
                }
            }
        })->ignore();
    }
}
