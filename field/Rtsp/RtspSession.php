<?php

declare(strict_types=1);

namespace Vorhut\Field\Rtsp;

use Revolt\EventLoop;

/** One viewer of a camera: what is sent to it, and whether it is (RFC 2326, section 12.37). */
final class RtspSession
{
    /** Seconds between two pictures, and what its clock counts in that time (RFC 6184: 90 kHz). */
    private const EVERY = 0.04;
    private const TICKS = 3600;
    /** A dynamic payload type (RFC 3551), and a picture that no decoder minds: an access unit delimiter of H.264. */
    private const TYPE = 96;
    private const PICTURE = "\x09\xF0";

    public readonly string $id;
    public int $sent = 0;
    private int $sequence;
    private int $timestamp;
    private readonly int $source;
    private string $timer = '';

    /** @param \Closure(string): void $send a packet of RTP */
    public function __construct(private readonly \Closure $send, private readonly \Closure $close)
    {
        $this->id = bin2hex(random_bytes(8));
        $this->sequence = random_int(0, 0xFFFF);
        $this->timestamp = random_int(0, 0xFFFFFFFF);
        $this->source = random_int(0, 0xFFFFFFFF);
    }

    public function play(): void
    {
        EventLoop::cancel($this->timer);
        $this->timer = EventLoop::repeat(self::EVERY, function (): void {
            $this->sequence = ($this->sequence + 1) & 0xFFFF;
            $this->timestamp = ($this->timestamp + self::TICKS) & 0xFFFFFFFF;
            $header = pack('CCnNN', 0x80, 0x80 | self::TYPE, $this->sequence, $this->timestamp, $this->source);
            ($this->send)($header.self::PICTURE);
            ++$this->sent;
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

    /** What a stream of it is, for DESCRIBE (RFC 8866). */
    public static function described(string $address): string
    {
        return implode("\r\n", [
            'v=0',
            'o=- 1 1 IN IP4 '.$address,
            's=stand-in',
            't=0 0',
            'a=control:*',
            \sprintf('m=video 0 RTP/AVP %d', self::TYPE),
            'c=IN IP4 0.0.0.0',
            \sprintf('a=rtpmap:%d H264/90000', self::TYPE),
            'a=control:track1',
            '',
        ]);
    }
}
