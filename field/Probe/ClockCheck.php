<?php

declare(strict_types=1);

namespace Vorhut\Field\Probe;

use Vorhut\Core\Intent\ProbeKind;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\Ipv4Address;

/** Asks the time servers of a plan how far the clock of this machine is off (RFC 5905). */
final readonly class ClockCheck
{
    private const MAX = 4;

    public function __construct(private Prober $prober, private TestSite $place) {}

    /**
     * @param Ipv4Address|null $vantage in whose place it is asked, in the lab
     *
     * @return array{float, string}|null seconds that the server is ahead of this machine, and which server; null where none answers
     */
    public function ask(Job $job, ?Ipv4Address $vantage): ?array
    {
        $from = null === $vantage ? null : $this->place->from($vantage);
        foreach (self::servers($job) as $server) {
            $target = $this->place->target($server);
            $port = $this->place->port(ProbeKind::Ntp->defaultPort());
            $result = null === $target ? null : $this->prober->ask(ProbeKind::Ntp, (string) $target, $port, $from);
            if (ProbeStatus::Answered === $result?->status) {
                return [(float) $result->evidence['ahead of ours'] / 1000, (string) $server];
            }
        }

        return null;
    }

    /** @return list<Ipv4Address> */
    private static function servers(Job $job): array
    {
        $servers = [];
        foreach ($job->segments as $segment) {
            foreach ($segment->ntp as $server) {
                $servers[$server->value] = $server;
            }
        }

        return \array_slice(array_values($servers), 0, self::MAX);
    }
}
