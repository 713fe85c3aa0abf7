<?php

declare(strict_types=1);

namespace Vorhut\Core\Proof;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Reach\Walk\Exchange;
use Vorhut\Core\Reach\Walk\Topology;
use Vorhut\Core\Reach\Walk\Trace;

/** What becomes of a question from one segment to each of the others: a rightly set up unit, made up for it, stands in each. */
final class Crossings
{
    /**
     * @param string $from id of a segment
     * @param list<string> $to ids of segments
     *
     * @return array<array-key, Crossing> by segment; those are left out that have no subnet or no free address
     */
    public static function crossings(Job $job, string $from, array $to, Service $service): array
    {
        $made = MadeUpUnits::in($job, [$from, ...$to], [$service]);
        if (!isset($made->ids[$from])) {
            return [];
        }
        $network = Topology::network($made->job);
        $asker = $network->node($made->ids[$from]);
        $exchange = new Exchange($network);
        $crossings = [];
        foreach ($made->addresses as $id => $address) {
            if ((string) $id !== $from && null !== $asker) {
                $trace = new Trace();
                $verdict = $exchange->ask(asker: $asker, target: $address, service: $service, by: null, trace: $trace);
                $isRouter = static fn (string $hop): bool => isset($job->routers[$hop]);
                $routers = array_values(array_filter($verdict->hops, $isRouter));
                $crossings[$id] = new Crossing((string) $id, $verdict, $routers, $trace->decided);
            }
        }

        return $crossings;
    }
}
