<?php

declare(strict_types=1);

namespace Vorhut\Field\Probe;

use Amp\ByteStream\StreamException;
use Amp\CancelledException;
use Amp\Socket\Socket;
use Amp\TimeoutCancellation;
use Vorhut\Field\Net\Sockets;

/** Opens a TCP connection, and puts one question in text to what answers there. */
final readonly class ConnectionProber
{
    private const MAX_BYTES = 16384;
    /** A service that closes this soon without a byte is taken not to answer. */
    private const SETTLE_SECONDS = 0.15;

    public function __construct(private Sockets $sockets, private float $seconds) {}

    /** @return array{ProbeStatus, array<string, string|int|float>} */
    public function open(string $target, int $port, ?string $from): array
    {
        $socket = $this->sockets->connect($target, $port, $this->seconds, $from);
        try {
            $first = $socket->read(new TimeoutCancellation(self::SETTLE_SECONDS));

            return [null === $first ? ProbeStatus::Closed : ProbeStatus::Answered, []];
        } catch (CancelledException) {
            return [ProbeStatus::Answered, []];
        } catch (StreamException) {
            return [ProbeStatus::Closed, []];
        } finally {
            $socket->close();
        }
    }

    /** @return array{ProbeStatus, array<string, string|int|float>} */
    public function talk(string $target, int $port, ?string $from, string $request, string $pattern): array
    {
        $socket = $this->sockets->connect($target, $port, $this->seconds, $from);
        try {
            $socket->write($request);
            $text = $this->head($socket);
        } catch (StreamException) {
            return [ProbeStatus::Closed, []];
        } finally {
            $socket->close();
        }
        if ('' === $text) {
            return [ProbeStatus::Closed, []];
        }
        if (1 !== preg_match($pattern, $text, $m)) {
            return [ProbeStatus::Strange, ['first bytes' => mb_scrub(substr($text, 0, 60))]];
        }
        $evidence = ['status' => mb_scrub($m[0])];
        if (1 === preg_match('/^(?:Server|Public):\s*([^\r\n]{1,120})/mi', $text, $h)) {
            $evidence['says'] = mb_scrub($h[1]);
        }

        return [ProbeStatus::Answered, $evidence];
    }

    private function head(Socket $socket): string
    {
        $time = new TimeoutCancellation($this->seconds);
        $text = '';
        while (\strlen($text) < self::MAX_BYTES && !str_contains($text, "\r\n\r\n") && null !== ($part = $socket->read($time))) {
            $text .= $part;
        }

        return $text;
    }
}
