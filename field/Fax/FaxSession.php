<?php

declare(strict_types=1);

namespace Vorhut\Field\Fax;

use Revolt\EventLoop;
use Vorhut\Field\Rtp\RtpStream;

/** One page from the caller to whoever is called (ITU-T T.30, section 5, without error correction) over T.38. */
final class FaxSession
{
    /** Codes of commands and answers (T.30, section 5.3.6.1), without the bit of the side that was offered something. */
    private const OFFERS = 0x01;
    private const CHOOSES = 0x41;
    private const READY = 0x21;
    private const FAILED = 0x22;
    private const LAST_PAGE = 0x74;
    private const CONFIRMED = 0x31;
    private const BYE = 0x5F;
    private const SIDE = 0x80;
    /** Address and control of a frame that is the last of its command. */
    private const LAST_FRAME = "\xFF\xC8";

    /** 14,400 bit/s, lines as fast as they come, 1728 dots (table 2). */
    private const CAN = "\x00\x74\x0E";
    private const CHOSEN = "\x00\x44\x0E";

    /** Seconds between two packets; bytes of a picture in that time. */
    private const EVERY = 0.04;
    private const BYTES = 72;
    /** A training check of 1.5 seconds (section 5.3.6.1.3): zeros. */
    private const TRAINING = 2700;
    /** Seconds without a word until it offers again (timer T4), and how often. */
    private const AGAIN = 3.0;
    private const TIMES = 3;

    public int $pages = 0;
    public int $bytes = 0;
    public bool $isDone = false;
    public readonly Udptl $udptl;

    /** @var list<Ifp> */
    private array $waiting = [];

    private string $timer = '';
    private string $again = '';
    private string $frame = '';
    private string $picture = '';
    private bool $isTraining = false;

    /** @param bool $sends whether it has called: who calls sends */
    public function __construct(
        private readonly RtpStream $stream,
        private readonly string $address,
        private readonly int $port,
        private readonly bool $sends,
    ) {
        $this->udptl = new Udptl();
        $stream->onDatagram = $this->take(...);
        if (!$sends) {
            $this->say(Ifp::indicator(Ifp::CALLED_TONE));
            $this->offer(self::TIMES);
        }
    }

    public function stop(): void
    {
        EventLoop::cancel($this->timer);
        EventLoop::cancel($this->again);
        $this->waiting = [];
        $this->stream->onDatagram = null;
    }

    private function offer(int $times): void
    {
        $this->command(self::OFFERS, self::CAN);
        if ($times > 1) {
            $this->again = EventLoop::delay(self::AGAIN, fn () => $this->offer($times - 1));
        }
    }

    private function take(string $bytes): void
    {
        foreach ($this->udptl->unwrap($bytes) as $packet) {
            foreach ($packet->fields as [$kind, $data]) {
                match ($kind) {
                    Ifp::FRAME => $this->frame .= $data,
                    Ifp::FRAME_IS_RIGHT => $this->heard(),
                    Ifp::PICTURE => $this->picture .= $data,
                    Ifp::PICTURE_ENDS => $this->pictureEnded(),
                    default => null,
                };
            }
        }
    }

    private function heard(): void
    {
        $code = \ord($this->frame[2] ?? "\0") & ~self::SIDE;
        $this->frame = '';
        EventLoop::cancel($this->again);
        match ($this->sends ? $code : -$code) {
            self::OFFERS => $this->train(),
            self::READY => $this->page(),
            self::CONFIRMED => $this->end(),
            -self::CHOOSES => $this->isTraining = true,
            -self::LAST_PAGE => $this->confirm(),
            -self::BYE => $this->isDone = true,
            default => null,
        };
    }

    private function train(): void
    {
        if ([] !== $this->waiting) {
            return;
        }
        $this->command(self::CHOOSES, self::CHOSEN);
        $this->picture(Ifp::V17_14400_LONG, str_repeat("\0", self::TRAINING));
    }

    private function page(): void
    {
        $this->picture(Ifp::V17_14400_SHORT, BlankPage::bytes());
        $this->command(self::LAST_PAGE);
    }

    private function end(): void
    {
        ++$this->pages;
        $this->command(self::BYE);
        $this->isDone = true;
    }

    private function pictureEnded(): void
    {
        if ($this->isTraining) {
            $this->isTraining = false;
            $isClean = '' === trim($this->picture, "\0") && \strlen($this->picture) >= self::TRAINING / 2;
            $this->command($isClean ? self::READY : self::FAILED);
        } else {
            $this->bytes += \strlen($this->picture);
        }
        $this->picture = '';
    }

    private function confirm(): void
    {
        if ($this->bytes > 0) {
            ++$this->pages;
            $this->command(self::CONFIRMED);
        }
    }

    private function command(int $code, string $more = ''): void
    {
        $side = $this->sends ? self::SIDE : 0;
        $this->say(Ifp::indicator(Ifp::V21));
        $this->say(Ifp::frame(self::LAST_FRAME.\chr($code | $side).$more));
        $this->say(Ifp::indicator(Ifp::SILENCE));
    }

    private function picture(int $training, string $bytes): void
    {
        $this->say(Ifp::indicator($training));
        foreach (str_split($bytes, self::BYTES) as $part) {
            $this->say(Ifp::picture($part));
        }
        $this->say(Ifp::pictureEnds());
    }

    private function say(Ifp $packet): void
    {
        $this->waiting[] = $packet;
        if (1 === \count($this->waiting)) {
            $this->timer = EventLoop::delay(self::EVERY, $this->tick(...));
        }
    }

    private function tick(): void
    {
        $packet = $this->waiting[0] ?? null;
        if (null === $packet) {
            return;
        }
        $this->stream->put($this->address, $this->port, $this->udptl->wrap($packet));
        array_shift($this->waiting);
        if ([] !== $this->waiting) {
            $this->timer = EventLoop::delay(self::EVERY, $this->tick(...));
        }
    }
}
