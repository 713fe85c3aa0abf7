<?php

declare(strict_types=1);

namespace Vorhut\Field\Identity;

use Amp\ByteStream\StreamException;
use Amp\CancelledException;
use Amp\Socket\ConnectException;
use Amp\Socket\Socket;
use Amp\Socket\SocketException;
use Amp\Socket\TlsException;
use Amp\TimeoutCancellation;
use Vorhut\Core\Net\MacAddress;
use Vorhut\Core\Visit\UnitMarks;
use Vorhut\Field\Net\RefusedTarget;
use Vorhut\Field\Net\Sockets;

/** Looks at one unit: whether it answers, what its page calls it, which firmware it says it has, which certificate it shows. */
final readonly class UnitLook
{
    private const MAX_BYTES = 16384;
    /** Standard names of software in heads of answers: a product and its version (RFC 9110, section 10.2.4). */
    private const VERSION = '#^(?:Server|User-Agent):[^\r\n/]{0,80}/([\w.-]{1,40})#mi';
    private const TITLE = '#<title>([^<]{1,120})</title>#i';

    /**
     * @param \Closure(string): ?MacAddress $mac whose an address is, as its segment knows
     * @param \Closure(string): bool $echo whether it sends an echo back
     */
    public function __construct(private Sockets $sockets, private \Closure $mac, private \Closure $echo, private float $seconds) {}

    /**
     * @param int|null $http port of its page; null where it has none
     * @param int|null $https the same within TLS
     * @param list<int> $others TCP ports that show that it is there
     *
     * @throws RefusedTarget
     */
    public function at(string $target, ?int $http, ?int $https, array $others): UnitMarks
    {
        $this->sockets->check($target);
        $page = null === $http ? null : $this->page($target, $http);
        [$safe, $certificate] = null === $https ? [null, ''] : $this->safe($target, $https);
        $said = $page ?? $safe;
        $answers = null !== $said || ($this->echo)($target);
        foreach ($answers ? [] : $others as $port) {
            $answers = $answers || $this->opens($target, $port);
        }
        preg_match(self::TITLE, (string) $said, $title);
        preg_match(self::VERSION, (string) $said, $version);

        return new UnitMarks(
            answers: $answers,
            name: trim(html_entity_decode(mb_scrub($title[1] ?? ''), \ENT_QUOTES | \ENT_HTML5)),
            firmware: $version[1] ?? '',
            mac: $answers ? ($this->mac)($target) : null,
            certificate: $certificate,
        );
    }

    private function page(string $target, int $port): ?string
    {
        try {
            return $this->read($this->sockets->connect($target, $port, $this->seconds), $target);
        } catch (ConnectException|CancelledException|SocketException) {
            return null;
        }
    }

    /** @return array{string|null, string} what it said, and the SHA-256 of its certificate */
    private function safe(string $target, int $port): array
    {
        try {
            $socket = $this->sockets->connect(address: $target, port: $port, seconds: $this->seconds, from: null, withTls: true);
            $socket->setupTls(new TimeoutCancellation($this->seconds));
        } catch (ConnectException|CancelledException|SocketException|TlsException) {
            return [null, ''];
        }
        $shown = $socket->getTlsInfo()?->getPeerCertificates()[0] ?? null;

        return [$this->read($socket, $target), self::fingerprint($shown?->toPem())];
    }

    private static function fingerprint(mixed $pem): string
    {
        $found = \is_string($pem) ? openssl_x509_fingerprint($pem, 'sha256') : false;

        return false === $found ? '' : $found;
    }

    private function opens(string $target, int $port): bool
    {
        try {
            $this->sockets->connect($target, $port, $this->seconds)->close();

            return true;
        } catch (ConnectException|CancelledException|SocketException) {
            return false;
        }
    }

    private function read(Socket $socket, string $target): ?string
    {
        $time = new TimeoutCancellation($this->seconds);
        $text = '';
        try {
            $socket->write("GET / HTTP/1.1\r\nHost: $target\r\nUser-Agent: vorhut\r\nConnection: close\r\n\r\n");
            while (\strlen($text) < self::MAX_BYTES && null !== ($part = $socket->read($time))) {
                $text .= $part;
            }
        } catch (StreamException|CancelledException) {
            // What it said until then counts.
        } finally {
            $socket->close();
        }

        return '' === $text ? null : $text;
    }
}
