<?php

declare(strict_types=1);

namespace Vorhut\Field\StandIn;

use Vorhut\Field\Lab\LabNetwork;
use Vorhut\Field\Net\GatedUdp;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Net\Turn;
use Vorhut\Field\Rtp\ReceiverReport;
use Vorhut\Field\Rtp\RtpStream;

/**
 * Hears a stream where the plan says that it gets here, by its group or its address, and reports to the sender on the port that
 * the stream came from (RFC 5761).
 */
final class MediaStandIn implements StandIn
{
    private const REPORT_EVERY = 5;
    private const MAX_STREAMS = 64;
    private ?GatedUdp $socket = null;

    /** @var array<string, array{first: int, highest: int, received: int}> by where it comes from */
    private array $streams = [];

    /** @param \Closure(): LabNetwork $network the plan as it stands now */
    public function __construct(
        private readonly Sockets $sockets,
        private readonly string $address,
        private readonly int $port,
        private readonly \Closure $network,
    ) {}

    public function start(): void
    {
        $socket = $this->socket = $this->sockets->udp($this->address, $this->port);
        $own = random_int(0, 0xFFFFFFFF);
        Turn::ofEach($socket, function (string $from, int $port, string $data) use ($socket, $own): void {
            if (!RtpStream::isRtp($data) || !($this->network)()->hearsStream($from, $this->address)) {
                return;
            }
            $report = $this->count($from.':'.$port, $data);
            if (null !== $report) {
                $socket->send($from, $port, $report->encode($own));
            }
        });
    }

    public function stop(): void
    {
        $this->socket?->close();
    }

    private function count(string $sender, string $data): ?ReceiverReport
    {
        /** @var array{sequence: int, source: int}|false $header */
        $header = unpack('nfirst/nsequence/Ntime/Nsource', $data);
        if (false === $header) {
            return null;
        }
        $sequence = $header['sequence'];
        $stream = $this->streams[$sender] ?? ['first' => $sequence, 'highest' => $sequence, 'received' => 0];
        $ahead = ($sequence - $stream['highest']) & 0xFFFF;
        $highest = $ahead < 0x8000 ? $stream['highest'] + $ahead : $stream['highest'];
        $stream = ['highest' => $highest, 'received' => $stream['received'] + 1] + $stream;
        unset($this->streams[$sender]);
        $this->streams = \array_slice($this->streams, -self::MAX_STREAMS, null, true) + [$sender => $stream];
        $lost = max(0, $highest - $stream['first'] + 1 - $stream['received']);

        return 0 === $stream['received'] % self::REPORT_EVERY ? new ReceiverReport($header['source'], $lost, $highest) : null;
    }
}
