<?php

declare(strict_types=1);

namespace Vorhut\Field\Rtp;

use Amp\Cancellation;
use Amp\CancelledException;
use Amp\DeferredFuture;
use Revolt\EventLoop;
use Vorhut\Core\Voice\RtpReception;
use Vorhut\Field\Net\Dscp;
use Vorhut\Field\Net\GatedUdp;
use Vorhut\Field\Net\RefusedTarget;

use function Amp\async;

/** Sends a tone as G.711 every 20 ms and keys as events; counts what comes back (RFC 3550, RFC 3551, RFC 4733). */
final class RtpStream
{
    /** Nanoseconds of a packet. */
    private const EVERY = 20_000_000;
    private const SAMPLES = Tone::SAMPLES;
    /** Sound that is this many packets behind is left out. */
    private const MAX_BEHIND = 25;
    private const MARKER = 0x80;
    /** Packets between two reports of what was heard. */
    private const REPORT_EVERY = 10;

    /** What is sent: µ-law unless the other side wants another. */
    public int $payload = 0;

    /** The payload type of key events, as both sides agreed; null where they did not. */
    public ?int $events = null;

    public int $sent = 0;
    public readonly int $port;
    public RtpReception $reception;

    /** The payload type that was heard last; null while nothing was. */
    public ?int $heard = null;

    /** Keys that were heard, one after the other. */
    public string $keys = '';

    /** @var (\Closure(string): void)|null takes what comes in the place of sound */
    public ?\Closure $onDatagram = null;

    /** @var (\Closure(string): void)|null told of each key that is heard */
    public ?\Closure $onKey = null;

    /** Packets that were not whole, or were said again. */
    public int $refused = 0;

    public readonly Sealing $sealing;
    private readonly KeyQueue $pressing;
    private int $sequence;
    private int $timestamp;
    private int $source;
    private ?int $other = null;
    private string $timer = '';
    private int $due = 0;
    private ?string $address = null;
    private int $toPort = 0;
    private readonly KeyEvents $keyEvents;

    /** @var list<self> those that get what is heard here, in the place of a tone */
    private array $relays = [];

    private bool $isRelayed = false;

    /** What the other side said it heard last; null while it has said nothing. */
    public ?ReceiverReport $lastReport = null;

    /** @var DeferredFuture<ReceiverReport> */
    private readonly DeferredFuture $reported;

    /**
     * @param (\Closure(string): bool)|null $admits whether datagrams from an address get here
     * @param Faults|null $faults of the line on which it sends
     */
    public function __construct(
        private readonly GatedUdp $socket,
        private readonly ?\Closure $admits = null,
        private readonly ?Faults $faults = null,
    ) {
        $this->port = $socket->port();
        $socket->mark(Dscp::Sound);
        $this->reported = new DeferredFuture();
        $this->reception = new RtpReception();
        $this->keyEvents = new KeyEvents();
        $this->sealing = new Sealing();
        $this->pressing = new KeyQueue();
        $this->sequence = random_int(0, 0xFFFF);
        $this->timestamp = random_int(0, 0xFFFFFFFF);
        $this->source = random_int(0, 0xFFFFFFFF);
        async(function (): void {
            while (null !== ($datagram = $this->socket->receive())) {
                $this->take($datagram[0], $datagram[1], $datagram[2]);
            }
        })->ignore();
    }

    /** Packets of sound that came as they were agreed. */
    public function received(): int
    {
        return $this->reception->received;
    }

    public function sendTo(string $address, int $port): void
    {
        [$this->address, $this->toPort] = [$address, $port];
        EventLoop::cancel($this->timer);
        $this->due = hrtime(true);
        $this->tick();
    }

    /** What is heard here goes out there, where no tone is sent any more. */
    public function relayTo(self $other): void
    {
        $this->relays[] = $other;
        $other->isRelayed = true;
    }

    /** Presses keys one after the other, 180 ms each, where the other side takes events; false where it does not. */
    public function press(string $keys): bool
    {
        if (null === $this->events || null === $this->address) {
            return false;
        }
        $this->pressing->press($keys, $this->timestamp);

        return true;
    }

    public function isPressing(): bool
    {
        return $this->pressing->isPressing();
    }

    /**
     * The first report of whoever hears it.
     *
     * @throws CancelledException
     */
    public function report(Cancellation $time): ReceiverReport
    {
        return $this->reported->getFuture()->await($time);
    }

    /** Stops sending; what is under way still counts. */
    public function pause(): void
    {
        $this->address = null;
        EventLoop::cancel($this->timer);
    }

    public function close(): void
    {
        $this->pause();
        $this->onKey = $this->onDatagram = null;
        $this->socket->close();
    }

    /** Version 2, and long enough for its header and contributing sources (RFC 3550, section 5.1). */
    public static function isRtp(string $data): bool
    {
        return \strlen($data) >= 12 && 2 === \ord($data[0]) >> 6 && \strlen($data) >= 12 + 4 * (\ord($data[0]) & 0x0F);
    }

    /** Sends what is due by now: a timer that comes late is no slower clock. */
    private function tick(): void
    {
        if (hrtime(true) - $this->due > self::MAX_BEHIND * self::EVERY) {
            $this->due = hrtime(true);
        }
        while (null !== $this->address && $this->due <= hrtime(true)) {
            $this->due += self::EVERY;
            $this->sendOne($this->address);
        }
        if (null !== $this->address) {
            $this->timer = EventLoop::delay(max(0, $this->due - hrtime(true)) / 1e9, $this->tick(...));
        }
    }

    private function sendOne(string $address): void
    {
        $this->timestamp = ($this->timestamp + self::SAMPLES) & 0xFFFFFFFF;
        [$payload, $timestamp, $isMarked] = $this->pressing->next();
        if ($this->isRelayed && '' === $payload) {
            return;
        }
        [$type, $timestamp, $payload] = '' === $payload
            ? [$this->payload, $this->timestamp, Tone::samples($this->payload)]
            : [(int) $this->events, $timestamp, $payload];
        $this->speak(address: $address, type: $type, timestamp: $timestamp, payload: $payload, isMarked: $isMarked);
    }

    /** Sends what came elsewhere. */
    private function pass(string $payload): void
    {
        if (null !== $this->address) {
            $this->timestamp = ($this->timestamp + self::SAMPLES) & 0xFFFFFFFF;
            $this->speak(address: $this->address, type: $this->payload, timestamp: $this->timestamp, payload: $payload, isMarked: false);
        }
    }

    /** Sends what is no sound, from the port of the sound. */
    public function put(string $address, int $port, string $bytes): void
    {
        try {
            $this->socket->send($address, $port, $bytes);
        } catch (\Amp\Socket\SocketException|RefusedTarget) {
            // The other side is gone, or named an address that is never contacted.
        }
    }

    private function speak(string $address, int $type, int $timestamp, string $payload, bool $isMarked): void
    {
        $this->sequence = ($this->sequence + 1) & 0xFFFF;
        $marked = $isMarked || 0 === $this->sent ? self::MARKER : 0;
        $packet = pack('CCnNN', 0x80, $marked | $type, $this->sequence, $timestamp, $this->source).$payload;
        $packet = $this->sealing->seal($packet);
        $late = $this->faults?->delay() ?? 0.0;
        if (true === $this->faults?->loses()) {
            ++$this->sent;
        } elseif ($late > 0) {
            ++$this->sent;
            EventLoop::delay($late, fn () => null === $this->address ? null : $this->put($address, $this->toPort, $packet));
        } else {
            $this->sendNow($address, $packet);
        }
    }

    private function sendNow(string $address, string $packet): void
    {
        try {
            $this->socket->send($address, $this->toPort, $packet);
            ++$this->sent;
        } catch (\Amp\Socket\SocketException) {
            // The other side is gone; the call's end will say so.
        } catch (RefusedTarget) {
            // The other side named an address or port that is never contacted: it gets nothing.
            $this->pause();
        }
    }

    private function take(string $from, int $port, string $data): void
    {
        $isAdmitted = null === $this->admits || ($this->admits)($from);
        if (null !== $this->onDatagram) {
            $isAdmitted ? ($this->onDatagram)($data) : null;

            return;
        }
        $data = $this->sealing->open($data);
        $report = null === $data ? null : ReceiverReport::parse($data);
        if (null === $data) {
            ++$this->refused;
        } elseif (null !== $report) {
            $this->told($report);
        } elseif (self::isRtp($data) && $isAdmitted) {
            $this->hear($data, $from, $port);
        }
    }

    /** Counts sound as it was agreed; other payload types are no sound, and another source is another stream. */
    private function hear(string $data, string $from, int $port): void
    {
        /** @var array{type: int, sequence: int, timestamp: int, source: int} $header */
        $header = unpack('Cfirst/Ctype/nsequence/Ntimestamp/Nsource', $data);
        $type = $header['type'] & ~self::MARKER;
        if (null !== $this->events && $type === $this->events) {
            $key = $this->keyEvents->take($header['timestamp'], substr($data, 12 + 4 * (\ord($data[0]) & 0x0F)));
            $this->keys .= $key ?? '';
            if (null !== $key && null !== $this->onKey) {
                ($this->onKey)($key);
            }

            return;
        }
        $this->heard = $type;
        if ($type !== $this->payload) {
            return;
        }
        if ($header['source'] !== $this->other) {
            $this->other = $header['source'];
            $this->reception = new RtpReception();
        }
        $this->reception->take($header['sequence'], $header['timestamp'], hrtime(true) / 1e9);
        foreach ($this->relays as $relay) {
            $relay->pass(substr($data, 12 + 4 * (\ord($data[0]) & 0x0F)));
        }
        if (0 === $this->reception->received % self::REPORT_EVERY) {
            $this->tell($from, $port, $header['source']);
        }
    }

    /** Says what was heard, on the same port (RFC 5761). */
    private function tell(string $address, int $port, int $source): void
    {
        $jitter = (int) ($this->reception->jitterMs() * 8);
        $report = new ReceiverReport($source, $this->reception->lost(), $this->reception->highest, $jitter);
        $this->put($address, $port, $this->sealing->seal($report->encode($this->source)));
    }

    private function told(ReceiverReport $report): void
    {
        if ($report->source !== $this->source) {
            return;
        }
        $this->lastReport = $report;
        if (!$this->reported->isComplete()) {
            $this->reported->complete($report);
        }
    }
}
