<?php

declare(strict_types=1);

namespace Vorhut\Field\Rtsp;

use Amp\ByteStream\StreamException;
use Revolt\EventLoop;
use Vorhut\Field\Picture\MovingBar;
use Vorhut\Field\Picture\RtpPictures;

/** One viewer of a camera: what is sent to it, and whether it is (RFC 2326, section 12.37). */
final class RtspSession
{
    /** The most that a stand-in sends to one viewer, in kbit/s: a lab is one machine. */
    public const MAX_KBPS = 8000.0;
    /** Pictures a second where nobody says how many. */
    public const PICTURES = 25.0;

    public readonly string $id;
    public int $sent = 0;
    private readonly RtpPictures $packets;
    private readonly MovingBar $pictures;
    private readonly float $rate;
    private string $timer = '';

    /**
     * @param \Closure(string): void $send a packet of RTP
     * @param float $kbps that is sent, up to the most
     * @param float $pictures a second, unless the rate is too small for so many
     */
    public function __construct(
        private readonly \Closure $send,
        private readonly \Closure $close,
        float $kbps = 0.0,
        float $pictures = self::PICTURES,
    ) {
        $this->id = bin2hex(random_bytes(8));
        $octets = 1000 / 8 * min($kbps, self::MAX_KBPS);
        $this->rate = $octets > 0 ? max(1.0, min($pictures, $octets / MovingBar::OCTETS)) : $pictures;
        $this->packets = new RtpPictures($this->rate);
        $this->pictures = new MovingBar((int) ($octets / $this->rate));
    }

    public function play(): void
    {
        EventLoop::cancel($this->timer);
        $this->timer = EventLoop::repeat(1 / $this->rate, function (): void {
            try {
                foreach ($this->packets->packets($this->pictures->next()) as $packet) {
                    ($this->send)($packet);
                    ++$this->sent;
                }
            } catch (StreamException) {
                // Nothing more is sent to a viewer that is gone.
                $this->end();
            }
        });
    }

    public function pause(): void
    {
        EventLoop::cancel($this->timer);
    }

    public function end(): void
    {
        $this->pause();
        ($this->close)();
    }

    /** What a stream of it is, for DESCRIBE (RFC 8866; RFC 6184, section 8.2.1). */
    public static function described(string $address): string
    {
        $sets = base64_encode(MovingBar::sequence()).','.base64_encode(MovingBar::picture());

        return implode("\r\n", [
            'v=0',
            'o=- 1 1 IN IP4 '.$address,
            's=stand-in',
            't=0 0',
            'a=control:*',
            \sprintf('m=video 0 RTP/AVP %d', RtpPictures::TYPE),
            'c=IN IP4 0.0.0.0',
            \sprintf('a=rtpmap:%d H264/%d', RtpPictures::TYPE, RtpPictures::CLOCK),
            \sprintf('a=fmtp:%d packetization-mode=1;profile-level-id=42C01E;sprop-parameter-sets=%s', RtpPictures::TYPE, $sets),
            'a=control:track1',
            '',
        ]);
    }
}
