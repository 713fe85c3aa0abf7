<?php

declare(strict_types=1);

namespace Vorhut\Core\Proof;

use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\MadeUpId;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Job\Subnet;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Record\Field\Name;

/**
 * Rightly set up units of segments in which somebody is to be asked, or to ask, and nobody is: each on the first free address of the
 * first subnet, with the subnet's mask and gateway.
 */
final readonly class MadeUpUnits
{
    /**
     * @param array<array-key, string> $ids of the units, by segment
     * @param array<array-key, Ipv4Address> $addresses by segment
     */
    private function __construct(public Job $job, public array $ids, public array $addresses) {}

    /**
     * @param list<string> $segments ids; those are left out that have no subnet or no free address
     * @param list<Service> $services what the units listen on
     */
    public static function in(Job $job, array $segments, array $services): self
    {
        $taken = $job->takenAddresses();
        $ids = $addresses = $edits = [];
        foreach (array_unique($segments) as $id) {
            $segment = $job->segments[$id] ?? null;
            $subnet = $segment->subnets[0] ?? null;
            $address = null === $subnet ? null : self::free($subnet, $taken);
            if (null !== $segment && null !== $subnet && null !== $address) {
                $ids[$id] = MadeUpId::in($job, $segment);
                $addresses[$id] = $address;
                $edits[] = self::unit(id: $ids[$id], segment: $segment, subnet: $subnet, address: $address, services: $services);
            }
        }

        return new self([] === $edits ? $job : $job->with(new ChangeSet('Units made up', $edits)), $ids, $addresses);
    }

    /** @param list<Service> $services */
    private static function unit(string $id, Segment $segment, Subnet $subnet, Ipv4Address $address, array $services): Edit
    {
        $ports = array_filter($services, static fn (Service $s): bool => null !== $s->firstPort);

        return new Edit(Device::class, $id, null, [
            'id' => $id,
            'name' => Name::shortened(MadeUpId::nameIn($segment)),
            'profile' => 'generic-host',
            'interfaces' => [[
                'segment' => $segment->id,
                'mode' => 'static',
                'address' => $address.'/'.$subnet->prefix->length,
                'gateway' => null === $subnet->gateway ? null : (string) $subnet->gateway,
                'listens' => array_values(array_unique(array_map(strval(...), $ports))),
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
