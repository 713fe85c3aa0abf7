<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Network;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Net\Protocol;

/** An address that a segment names as its name or time server belongs to a server, or to nobody of the plan. */
#[About('servers-address', 'address of a server', Section::Networks)]
final class ServersAddress extends Rule
{
    private const DNS = 53;
    private const NTP = 123;

    public function check(Plan $plan): iterable
    {
        $servers = [];
        foreach ($plan->job->segments as $segment) {
            foreach ($segment->dns as $server) {
                $servers[$server->value][] = ['DNS server', self::DNS, $segment];
            }
            foreach ($segment->ntp as $server) {
                $servers[$server->value][] = ['time server', self::NTP, $segment];
            }
        }
        foreach ([] === $servers ? [] : $plan->job->devices as $device) {
            $node = $plan->network()->node($device->id);
            foreach ($device->interfaces as $interface) {
                $address = $interface->address?->address;
                foreach (null === $address ? [] : $servers[$address->value] ?? [] as [$what, $port, $segment]) {
                    if (true !== $node?->listensOn(Protocol::Udp, $port)) {
                        yield $this->finding(
                            id: $device->id,
                            name: $device->name,
                            address: (string) $address,
                            what: $what,
                            segment: $segment,
                        );
                    }
                }
            }
        }
    }

    private function finding(string $id, string $name, string $address, string $what, Segment $segment): Finding
    {
        return $this->found(
            Severity::Error,
            title: \sprintf('%s has %s, the %s of %s', $name, $address, $what, $segment->name),
            why: \sprintf('It is not a %s: two devices would have the address, or none replies.', $what),
            devices: [$id],
            advice: \sprintf('Set another address on %s, or enter the right %s in %s.', $name, $what, $segment->name),
            segment: $segment->id,
            value: $address,
        );
    }
}
