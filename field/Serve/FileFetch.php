<?php

declare(strict_types=1);

namespace Vorhut\Field\Serve;

use Amp\ByteStream\StreamException;
use Amp\CancelledException;
use Amp\TimeoutCancellation;
use Vorhut\Field\Net\Sockets;

/** Asks for one file by HTTP within TLS, whoever the certificate is of. */
final readonly class FileFetch
{
    private const MAX_BYTES = 262144;

    public function __construct(private Sockets $sockets, private float $seconds) {}

    /**
     * @return array{status: int, text: string} status 0 where nobody answered
     *
     * @throws \Amp\Socket\ConnectException
     * @throws CancelledException when the time is over
     */
    public function get(string $address, int $port, string $name, ?string $from): array
    {
        $socket = $this->sockets->connect(address: $address, port: $port, seconds: $this->seconds, from: $from, withTls: true);
        $time = new TimeoutCancellation($this->seconds);
        $all = '';
        try {
            $socket->setupTls($time);
            $socket->write("GET /$name HTTP/1.1\r\nHost: $address\r\nUser-Agent: vorhut\r\nConnection: close\r\n\r\n");
            while (\strlen($all) < self::MAX_BYTES && null !== ($part = $socket->read($time))) {
                $all .= $part;
            }
        } catch (StreamException|\Amp\Socket\TlsException) {
            // It closed instead of answering.
        } finally {
            $socket->close();
        }
        [$head, $text] = [...explode("\r\n\r\n", $all, 2), ''];

        return ['status' => 1 === preg_match('#^HTTP/1\.[01] (\d{3})#', $head, $m) ? (int) $m[1] : 0, 'text' => $text];
    }
}
