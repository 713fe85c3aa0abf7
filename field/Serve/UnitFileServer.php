<?php

declare(strict_types=1);

namespace Vorhut\Field\Serve;

use Amp\Socket\ServerSocket;
use Amp\Socket\Socket;
use Amp\TimeoutCancellation;
use Vorhut\Field\Net\Sockets;

use function Amp\async;

/** Serves files by HTTP (RFC 9112) from memory, on one address: what units ask for at the bench. */
final class UnitFileServer
{
    private const MOST_BYTES = 8192;
    private const MOST_SECONDS = 5;
    private ?ServerSocket $server = null;

    /**
     * @param array<string, array{type: string, text: string}> $files by name
     * @param \Closure(string $from, string $name, bool $isThere): void $told of each question
     */
    public function __construct(
        private readonly Sockets $sockets,
        private readonly string $address,
        private readonly int $port,
        private readonly array $files,
        private readonly \Closure $told,
    ) {
    }

    public function start(): void
    {
        $server = $this->server = $this->sockets->listen($this->address, $this->port);
        async(function () use ($server): void {
            while (null !== ($socket = $server->accept())) {
                async($this->serve(...), $socket)->ignore();
            }
        })->ignore();
    }

    public function stop(): void
    {
        $this->server?->close();
    }

    private function serve(Socket $socket): void
    {
        try {
            $time = new TimeoutCancellation(self::MOST_SECONDS);
            $text = '';
            while (!str_contains($text, "\r\n\r\n") && \strlen($text) < self::MOST_BYTES && null !== ($part = $socket->read($time))) {
                $text .= $part;
            }
            $socket->write($this->answer(explode(':', $socket->getRemoteAddress()->toString())[0], $text));
        } catch (\Amp\CancelledException|\Amp\ByteStream\StreamException) {
            // A unit that is slow or gone asks again.
        } finally {
            $socket->close();
        }
    }

    private function answer(string $from, string $text): string
    {
        if (1 !== preg_match('#^(GET|HEAD) /([A-Za-z0-9._-]{0,120})(?:\?\S*)? HTTP/1\.[01]\r\n#', $text, $m)) {
            return self::said('400 Bad Request', 'text/plain', '', true);
        }
        $file = $this->files[$m[2]] ?? $this->files[strtolower($m[2])] ?? null;
        ($this->told)($from, $m[2], null !== $file);

        return null === $file
            ? self::said('404 Not Found', 'text/plain', '', true)
            : self::said('200 OK', $file['type'], $file['text'], 'GET' === $m[1]);
    }

    private static function said(string $status, string $type, string $text, bool $withText): string
    {
        return \sprintf(
            "HTTP/1.1 %s\r\nContent-Type: %s\r\nContent-Length: %d\r\nCache-Control: no-store\r\nConnection: close\r\n\r\n%s",
            $status,
            $type,
            \strlen($text),
            $withText ? $text : '',
        );
    }
}
