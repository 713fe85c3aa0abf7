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
    private const MAX_BYTES = 8192;
    private const MAX_SECONDS = 5;
    private ?ServerSocket $server = null;

    /**
     * @param \Closure(string $from, string $name, bool $isFetched): (array{type: string, text: string}|null) $files
     * @param \Closure(string $from, string $name, bool $isThere): void $told of each question
     */
    public function __construct(
        private readonly Sockets $sockets,
        private readonly string $address,
        private readonly int $port,
        private readonly \Closure $files,
        private readonly \Closure $told,
    ) {}

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
            $time = new TimeoutCancellation(self::MAX_SECONDS);
            $from = explode(':', $socket->getRemoteAddress()->toString())[0];
            $files = fn (string $name, bool $isFetched): ?array => ($this->files)($from, $name, $isFetched);
            $speaker = new FileSpeaker($files, fn (string $name, bool $isThere) => ($this->told)($from, $name, $isThere));
            $text = '';
            while (\strlen($text) < self::MAX_BYTES && null !== ($part = $socket->read($time))) {
                $text .= $part;
                $answer = $speaker->answer($text);
                if (null !== $answer) {
                    $socket->write($answer);

                    return;
                }
            }
        } catch (\Amp\CancelledException|\Amp\ByteStream\StreamException) {
            // A unit that is slow or gone asks again.
        } finally {
            $socket->close();
        }
    }
}
