<?php

declare(strict_types=1);

namespace Vorhut\Field\Rtsp;

use Amp\ByteStream\StreamException;
use Amp\Cancellation;
use Amp\CancelledException;
use Amp\Socket\Socket;
use Amp\TimeoutCancellation;
use Vorhut\Field\Net\GatedUdp;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Sip\Digest;

/** Asks a camera for its stream, looks at it for a moment, and says what it saw (RFC 2326, sections 10.2 to 10.7). */
final class RtspViewer
{
    private const MAX_BYTES = 16384;
    private int $number = 0;
    private string $challenge = '';

    /** @param float $look seconds for which it looks */
    public function __construct(
        private readonly Sockets $sockets,
        private readonly string $user,
        #[\SensitiveParameter]
        private readonly string $password,
        private readonly float $seconds,
        private readonly float $look = 1.0,
    ) {}

    /**
     * @return Watched|string what was seen, or the status at which it ended
     *
     * @throws CancelledException when the time is over
     * @throws StreamException when the other side hangs up
     */
    public function watch(string $target, int $port, ?string $from): Watched|string
    {
        $socket = $this->sockets->connect($target, $port, $this->seconds, $from);
        $own = $this->sockets->udpEven($from ?? explode(':', $socket->getLocalAddress()->toString())[0]);
        try {
            $time = new TimeoutCancellation($this->seconds);
            $url = \sprintf('rtsp://%s:%d/', $target, $port);
            $described = $this->ask(socket: $socket, method: 'DESCRIBE', uri: $url, headers: ['Accept' => 'application/sdp'], time: $time);
            if (200 !== self::status($described)) {
                return self::line($described);
            }
            $track = $url.(1 === preg_match('/^a=control:([\w.-]{1,60})\r?$/m', $described, $m) ? $m[1] : '');
            $transport = \sprintf('RTP/AVP;unicast;client_port=%d-%d', $own->port(), $own->port() + 1);
            $ready = $this->ask(socket: $socket, method: 'SETUP', uri: $track, headers: ['Transport' => $transport], time: $time);
            if (200 !== self::status($ready)) {
                return self::line($ready);
            }
            $session = 1 === preg_match('/^Session:\s*([\w.-]{1,80})/mi', $ready, $m) ? $m[1] : '';
            $plays = $this->ask(socket: $socket, method: 'PLAY', uri: $url, headers: ['Session' => $session], time: $time);
            if (200 !== self::status($plays)) {
                return self::line($plays);
            }
            $seen = $this->look($own, $target);
            $this->ask(
                socket: $socket,
                method: 'TEARDOWN',
                uri: $url,
                headers: ['Session' => $session],
                time: new TimeoutCancellation($this->seconds),
            );

            return $seen;
        } finally {
            $own->close();
            $socket->close();
        }
    }

    private function look(GatedUdp $socket, string $target): Watched
    {
        $seen = new Watched();
        $time = new TimeoutCancellation($this->look);
        try {
            while (null !== ($datagram = $socket->receive($time))) {
                if ($datagram[0] === $target) {
                    $seen->take($datagram[2], hrtime(true) / 1e9);
                }
            }
        } catch (CancelledException) {
            // It has looked for as long as it was to.
        }

        return $seen;
    }

    /** @param array<string, string> $headers */
    private function ask(Socket $socket, string $method, string $uri, array $headers, Cancellation $time): string
    {
        $answer = $this->exchange(socket: $socket, method: $method, uri: $uri, headers: $headers, time: $time);
        if (401 === self::status($answer) && 1 === preg_match('/^WWW-Authenticate:\s*([^\r\n]{1,400})/mi', $answer, $m)) {
            $this->challenge = $m[1];
            $answer = $this->exchange(socket: $socket, method: $method, uri: $uri, headers: $headers, time: $time);
        }

        return $answer;
    }

    /** @param array<string, string> $headers */
    private function exchange(Socket $socket, string $method, string $uri, array $headers, Cancellation $time): string
    {
        if ('' !== $this->challenge) {
            $cnonce = bin2hex(random_bytes(4));
            $proof = Digest::answer(
                challenge: $this->challenge,
                user: $this->user,
                password: $this->password,
                method: $method,
                uri: $uri,
                cnonce: $cnonce,
            );
            $headers += null === $proof ? [] : ['Authorization' => $proof];
        }
        $text = \sprintf("%s %s RTSP/1.0\r\nCSeq: %d\r\n", $method, $uri, ++$this->number);
        foreach ($headers as $name => $value) {
            $text .= $name.': '.$value."\r\n";
        }
        $socket->write($text."User-Agent: vorhut\r\n\r\n");

        return self::answer($socket, $time);
    }

    /** Its head, and as much of a body as it says. */
    private static function answer(Socket $socket, Cancellation $time): string
    {
        $text = '';
        while (\strlen($text) < self::MAX_BYTES && null !== ($part = $socket->read($time))) {
            $text .= $part;
            $end = strpos($text, "\r\n\r\n");
            $length = 1 === preg_match('/^Content-Length:\s*(\d{1,5})/mi', $text, $m) ? (int) $m[1] : 0;
            if (false !== $end && \strlen($text) >= $end + 4 + $length) {
                break;
            }
        }

        return $text;
    }

    private static function status(string $answer): int
    {
        return 1 === preg_match('#^RTSP/1\.0 (\d{3})#', $answer, $m) ? (int) $m[1] : 0;
    }

    private static function line(string $answer): string
    {
        return mb_scrub(substr((string) strtok($answer, "\r\n"), 0, 80));
    }
}
