<?php

declare(strict_types=1);

namespace Vorhut\Field\Probe;

use Amp\CancelledException;
use Amp\TimeoutCancellation;
use Vorhut\Field\Dns\DnsError;
use Vorhut\Field\Dns\DnsMessage;
use Vorhut\Field\Dns\DnsRecord;
use Vorhut\Field\Dns\ServiceBook;
use Vorhut\Field\Net\GatedUdp;
use Vorhut\Field\Net\Sockets;

/** Asks a unit for its services by unicast DNS. */
final readonly class DnsSdProber
{
    public function __construct(private Sockets $sockets, private float $seconds) {}

    /**
     * What services there are, then where the first of them is (RFC 6763, sections 9 and 4).
     *
     * @return array{ProbeStatus, array<string, string|int|float>}
     */
    public function ask(string $target, int $port, ?string $from): array
    {
        $socket = $this->sockets->udpToward($target, $from);
        try {
            $services = [];
            foreach ($this->answer($socket, $target, $port, ServiceBook::ENUMERATION)?->all() ?? [] as $record) {
                if (DnsRecord::PTR === $record->type && $record->isNamed(ServiceBook::ENUMERATION)) {
                    $services[] = $record->target;
                }
            }
            if ([] === $services) {
                return [ProbeStatus::Silent, []];
            }
            $evidence = [
                'services' => mb_scrub(
                    implode(
                        ' ',
                        array_map(static fn (array $s): string => implode('.', $s), \array_slice($services, 0, 8)),
                    ),
                ),
            ];
            foreach ($this->answer($socket, $target, $port, $services[0])?->all() ?? [] as $record) {
                if (DnsRecord::PTR === $record->type) {
                    $evidence['instance'] = mb_scrub($record->target[0] ?? '');
                } elseif (DnsRecord::SRV === $record->type) {
                    $evidence['host'] = mb_scrub(implode('.', $record->target)).':'.$record->port;
                }
            }

            return [ProbeStatus::Answered, $evidence];
        } finally {
            $socket->close();
        }
    }

    /** @param list<string> $name */
    private function answer(GatedUdp $socket, string $target, int $port, array $name): ?DnsMessage
    {
        $id = random_int(1, 0xFFFF);
        try {
            $socket->send($target, $port, (string) new DnsMessage($id, false, [new DnsRecord($name, DnsRecord::PTR)]));
            $time = new TimeoutCancellation($this->seconds / 2);
            while (null !== ($datagram = $socket->receive($time))) {
                try {
                    $message = DnsMessage::parse($datagram[2]);
                } catch (DnsError) {
                    // Not what was asked for; the answer may still come.
                    continue;
                }
                if ($datagram[0] === $target && $message->isResponse && $message->id === $id) {
                    return $message;
                }
            }
        } catch (CancelledException) {
            // Nothing within this part of the time.
        }

        return null;
    }
}
