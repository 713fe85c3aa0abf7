<?php

declare(strict_types=1);

namespace Vorhut\Field\StandIn;

use Amp\Socket\SocketException;
use Revolt\EventLoop;
use Vorhut\Field\Announce\SapPacket;
use Vorhut\Field\Net\GatedUdp;
use Vorhut\Field\Net\Sockets;

/** Says which stream it sends, to whoever listens for such and to whom the plan lets it through (RFC 2974). */
final class AnnouncerStandIn implements StandIn
{
    /** Seconds between two announcements: a lab waits for nobody. */
    private const EVERY = 0.5;

    private ?GatedUdp $socket = null;
    private string $timer = '';

    /** @param \Closure(): list<string> $listeners lab addresses */
    public function __construct(
        private readonly Sockets $sockets,
        private readonly string $address,
        private readonly string $description,
        private readonly \Closure $listeners,
    ) {}

    public function start(): void
    {
        $this->socket = $this->sockets->udp($this->address);
        $this->timer = EventLoop::repeat(self::EVERY, function (): void {
            $this->say(SapPacket::announce($this->address, $this->description));
        });
        EventLoop::unreference($this->timer);
    }

    public function stop(): void
    {
        EventLoop::cancel($this->timer);
        $this->say(SapPacket::announce($this->address, $this->description, isDeleted: true));
        $this->socket?->close();
        $this->socket = null;
    }

    private function say(SapPacket $packet): void
    {
        foreach (($this->listeners)() as $listener) {
            try {
                $this->socket?->send($listener, SapPacket::PORT, $packet->encode());
            } catch (SocketException) {
                // Nobody listens just now.
            }
        }
    }
}
