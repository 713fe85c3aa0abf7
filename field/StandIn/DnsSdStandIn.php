<?php

declare(strict_types=1);

namespace Vorhut\Field\StandIn;

use Vorhut\Field\Dns\DnsError;
use Vorhut\Field\Dns\DnsMessage;
use Vorhut\Field\Dns\ServiceBook;
use Vorhut\Field\Net\GatedUdp;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Net\Turn;

/** Answers service discovery asked directly (RFC 6762, section 5.5), for those who would hear its multicast, too. */
final class DnsSdStandIn implements StandIn
{
    public const PORT = 5353;
    private ?GatedUdp $socket = null;

    /** @param \Closure(string): bool $hears whether a question from an address gets here */
    public function __construct(
        private readonly Sockets $sockets,
        private readonly string $address,
        private readonly ServiceBook $book,
        private readonly \Closure $hears,
    ) {}

    public function start(): void
    {
        $socket = $this->socket = $this->sockets->udp($this->address, self::PORT);
        Turn::ofEach($socket, function (string $from, int $port, string $data) use ($socket): void {
            $answer = $this->answerTo($data, self::PORT !== $port);
            if (null !== $answer && ($this->hears)($from)) {
                $socket->send($from, $port, (string) $answer);
            }
        });
    }

    public function stop(): void
    {
        $this->socket?->close();
    }

    private function answerTo(string $data, bool $isLegacy): ?DnsMessage
    {
        try {
            $query = DnsMessage::parse($data);
        } catch (DnsError) {
            // RFC 6762, section 18: what is no query is passed over in silence.
            return null;
        }

        return $query->isResponse ? null : $this->book->answer($query, $isLegacy);
    }
}
