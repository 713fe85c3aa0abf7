<?php

declare(strict_types=1);

namespace Vorhut\Field\Rtp;

use Amp\Cancellation;
use Amp\CancelledException;
use Amp\DeferredFuture;
use Revolt\EventLoop;
use Vorhut\Field\Net\GatedUdp;
use Vorhut\Field\Net\RefusedTarget;

use function Amp\async;

/** Sends a tone as G.711 µ-law every 20 ms (RFC 3550, RFC 3551) and counts what comes back. */
final class RtpStream
{
    private const EVERY = 0.02;
    private const SAMPLES = 160;

    public int $sent = 0;
    public int $received = 0;
    public readonly int $port;
    private int $sequence;
    private int $source;
    private string $timer = '';
    private string $payload;

    /** @var DeferredFuture<ReceiverReport> */
    private readonly DeferredFuture $reported;

    /** @param (\Closure(string): bool)|null $admits whether datagrams from an address get here */
    public function __construct(private readonly GatedUdp $socket, private readonly ?\Closure $admits = null)
    {
        $this->port = $socket->port();
        $this->reported = new DeferredFuture();
        $this->sequence = random_int(0, 0xFFFF);
        $this->source = random_int(0, 0xFFFFFFFF);
        // 400 Hz: twenty samples a period, coarse on purpose; it only has to be there.
        $this->payload = str_repeat("\x80\x8F\x9F\xAF\xFF\x2F\x1F\x0F\x00\x0F\x1F\x2F\x7F\xAF\x9F\x8F", self::SAMPLES / 16);
        async(function (): void {
            while (null !== ($datagram = $this->socket->receive())) {
                $report = ReceiverReport::parse($datagram[2]);
                if (null !== $report) {
                    $this->told($report);
                } elseif (self::isRtp($datagram[2]) && (null === $this->admits || ($this->admits)($datagram[0]))) {
                    ++$this->received;
                }
            }
        })->ignore();
    }

    public function sendTo(string $address, int $port): void
    {
        EventLoop::cancel($this->timer);
        $this->timer = EventLoop::repeat(self::EVERY, function () use ($address, $port): void {
            $header = pack('CCnNN', 0x80, 0, $this->sequence = ($this->sequence + 1) & 0xFFFF, $this->sent * self::SAMPLES, $this->source);
            try {
                $this->socket->send($address, $port, $header.$this->payload);
                ++$this->sent;
            } catch (\Amp\Socket\SocketException) {
                // The other side is gone; the call's end will say so.
            } catch (RefusedTarget) {
                // The other side named an address or port that is never contacted: it gets nothing.
                $this->pause();
            }
        });
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

    private function told(ReceiverReport $report): void
    {
        if ($report->source === $this->source && !$this->reported->isComplete()) {
            $this->reported->complete($report);
        }
    }

    /** Stops sending; what is under way still counts. */
    public function pause(): void
    {
        EventLoop::cancel($this->timer);
    }

    public function close(): void
    {
        EventLoop::cancel($this->timer);
        $this->socket->close();
    }

    /** Version 2, and long enough for its header and contributing sources (RFC 3550, section 5.1). */
    public static function isRtp(string $data): bool
    {
        return \strlen($data) >= 12 && 2 === \ord($data[0]) >> 6 && \strlen($data) >= 12 + 4 * (\ord($data[0]) & 0x0F);
    }
}
