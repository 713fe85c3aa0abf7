<?php

declare(strict_types=1);

namespace Vorhut\Core\Proof;

use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Job\Subnet;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Reach\Walk\Exchange;
use Vorhut\Core\Reach\Walk\Topology;
use Vorhut\Core\Reach\Walk\Trace;

/**
 * What becomes of a question from one segment to each of the others: a rightly set up unit, made up for it, stands in each on the
 * first free address of the first subnet, with the subnet's mask and gateway.
 */
final class Crossings
{
    private const UNIT = 'made-up-';

    /**
     * @param string $from id of a segment
     * @param list<string> $to ids of segments
     *
     * @return array<array-key, Crossing> by segment; those are left out that have no subnet or no free address
     */
    public static function of(Job $job, string $from, array $to, Service $service): array
    {
        $taken = $job->plannedAddresses();
        $addresses = $units = $edits = [];
        $number = 0;
        foreach (array_unique([$from, ...$to]) as $id) {
            $segment = $job->segments[$id] ?? null;
            $subnet = $segment->subnets[0] ?? null;
            $address = null === $subnet ? null : self::free($subnet, $taken);
            if (null !== $segment && null !== $subnet && null !== $address) {
                do {
                    $units[$id] = self::UNIT.++$number;
                } while (isset($job->devices[$units[$id]]) || isset($job->routers[$units[$id]]));
                $addresses[$id] = $address;
                $edits[] = self::unit($units[$id], $segment, $subnet, $address, $service);
            }
        }
        if (!isset($addresses[$from])) {
            return [];
        }
        $network = Topology::of($job->with(new ChangeSet('Units made up', $edits)));
        $asker = $network->node($units[$from]);
        $exchange = new Exchange($network);
        $crossings = [];
        foreach ($addresses as $id => $address) {
            if ($id !== $from && null !== $asker) {
                $trace = new Trace();
                $verdict = $exchange->ask($asker, $address, $service, null, $trace);
                $isRouter = static fn (string $hop): bool => isset($job->routers[$hop]);
                $routers = array_values(array_filter($verdict->hops, $isRouter));
                $crossings[$id] = new Crossing($id, $verdict, $routers, $trace->decided);
            }
        }

        return $crossings;
    }

    private static function unit(string $id, Segment $segment, Subnet $subnet, Ipv4Address $address, Service $service): Edit
    {
        return new Edit(Device::class, $id, null, [
            'id' => $id,
            'name' => 'a unit in '.$segment->name,
            'profile' => 'generic-host',
            'interfaces' => [[
                'segment' => $segment->id,
                'mode' => 'static',
                'address' => $address.'/'.$subnet->prefix->length,
                'gateway' => null === $subnet->gateway ? null : (string) $subnet->gateway,
                'listens' => null === $service->firstPort ? [] : [(string) $service],
            ]],
        ]);
    }

    /** @param array<int, true> $taken */
    private static function free(Subnet $subnet, array $taken): ?Ipv4Address
    {
        $last = $subnet->prefix->lastHost()->value;
        for ($value = $subnet->prefix->firstHost()->value; $value <= $last; ++$value) {
            $address = Ipv4Address::fromInt($value);
            if (!isset($taken[$value]) && $value !== $subnet->gateway?->value && !$subnet->leases($address)) {
                return $address;
            }
        }

        return null;
    }
}
