<?php

declare(strict_types=1);

namespace Vorhut\Field\StandIn;

use Amp\Socket\SocketException;
use Revolt\EventLoop;
use Vorhut\Field\Light\E131Data;
use Vorhut\Field\Light\E131Discovery;
use Vorhut\Field\Light\E131Layers;
use Vorhut\Field\Net\GatedUdp;
use Vorhut\Field\Net\Sockets;

/** A desk that sends its universes, dark, to whoever takes them, and says every ten seconds which they are (ANSI E1.31-2018). */
final class DeskStandIn implements StandIn
{
    /** Seconds between two packets of what does not change (clause 6.6.2: up to a second). */
    private const KEEP_ALIVE = 0.9;
    /** Packets between two announcements. */
    private const ANNOUNCED = 11;

    private ?GatedUdp $socket = null;
    private string $timer = '';
    private int $sequence = 0;
    private readonly string $cid;

    /**
     * @param list<int> $universes
     * @param \Closure(): list<string> $takers lab addresses
     */
    public function __construct(
        private readonly Sockets $sockets,
        private readonly string $address,
        private readonly string $name,
        private readonly array $universes,
        private readonly int $priority,
        private readonly \Closure $takers,
    ) {
        $this->cid = random_bytes(E131Layers::CID);
    }

    public function start(): void
    {
        $this->socket = $this->sockets->udp($this->address);
        $this->timer = EventLoop::repeat(self::KEEP_ALIVE, $this->send(...));
        EventLoop::unreference($this->timer);
        $this->send();
    }

    public function stop(): void
    {
        EventLoop::cancel($this->timer);
        $this->socket?->close();
    }

    private function send(): void
    {
        ++$this->sequence;
        foreach (($this->takers)() as $taker) {
            foreach ($this->universes as $universe) {
                $this->to($taker, (new E131Data(
                    cid: $this->cid,
                    name: $this->name,
                    universe: $universe,
                    priority: $this->priority,
                    sequence: $this->sequence,
                    slots: str_repeat("\x00", 512),
                ))->encode());
            }
            if (1 === $this->sequence % self::ANNOUNCED) {
                $this->to($taker, (new E131Discovery($this->cid, $this->name, $this->universes))->encode());
            }
        }
    }

    private function to(string $taker, string $packet): void
    {
        try {
            $this->socket?->send($taker, E131Layers::PORT, $packet);
        } catch (SocketException) {
            // Nobody listens there now; the next packet comes in a second.
        }
    }
}
