<?php

declare(strict_types=1);

namespace Vorhut\Field\Picture;

use Amp\CancelledException;
use Amp\TimeoutCancellation;
use Vorhut\Field\Net\GatedUdp;
use Vorhut\Field\Rtp\ReceiverReport;

use function Amp\delay;

/** Pushes pictures to a receiver for a moment, and takes what it reports of them (RFC 3550, section 6.4). */
final class Pushed
{
    /** Pictures a second, and the most that is pushed, in kbit/s: a lab is one machine. */
    private const PICTURES = 25.0;
    private const MAX_KBPS = 8000.0;
    /** Seconds without a report after which no more is awaited. */
    private const PATIENCE = 0.2;

    public int $octets = 0;
    public int $packets = 0;

    public function __construct(private readonly GatedUdp $socket) {}

    /** @return ReceiverReport|null the last one; null where the receiver says nothing */
    public function push(string $target, int $port, float $kbps, float $seconds): ?ReceiverReport
    {
        $octets = 1000 / 8 * min($kbps, self::MAX_KBPS);
        $rate = max(1.0, min(self::PICTURES, $octets / MovingBar::OCTETS));
        $pictures = new MovingBar((int) ($octets / $rate));
        $packets = new RtpPictures($rate);
        for ($n = 0; $n < $rate * $seconds; ++$n) {
            foreach ($packets->packets($pictures->next()) as $packet) {
                $this->socket->send($target, $port, $packet);
                $this->octets += \strlen($packet);
                ++$this->packets;
            }
            delay(1 / $rate);
        }

        return $this->reported($target);
    }

    private function reported(string $target): ?ReceiverReport
    {
        $last = null;
        try {
            while (null !== ($datagram = $this->socket->receive(new TimeoutCancellation(self::PATIENCE)))) {
                $report = $datagram[0] === $target ? ReceiverReport::parse($datagram[2]) : null;
                $last = $report ?? $last;
            }
        } catch (CancelledException) {
            // It has said all that it says.
        }

        return $last;
    }
}
