<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Network;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\NetworkInterface;
use Vorhut\Core\Reach\Node\Network;

/** A device with two interfaces needs two different subnets. */
#[About('two-interfaces-one-subnet', 'two interfaces, one subnet')]
final class TwoInterfacesOneSubnet extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->devices as $device) {
            foreach ($device->interfaces as $i => $one) {
                foreach (\array_slice($device->interfaces, $i + 1) as $other) {
                    if (null === $one->address || null === $other->address || !$one->address->prefix->overlaps($other->address->prefix)) {
                        continue;
                    }
                    yield $this->found(
                        severity: Severity::Error,
                        title: \sprintf('%s has the interfaces %s and %s in one subnet', $device->name, $one->name, $other->name),
                        why: self::why($plan->network(), $device, $one, $other),
                        devices: [$device->id],
                        advice: \sprintf('Set an address of another subnet on %s of %s.', $other->name, $device->name),
                        change: null,
                        segment: $one->segment,
                        value: (string) $other->address,
                    );
                }
            }
        }
    }

    /** Which of two ports its own table uses for what both prefixes hold. */
    private static function why(Network $network, Device $device, NetworkInterface $one, NetworkInterface $other): string
    {
        $lengths = [$one->address->prefix->length ?? 0, $other->address->prefix->length ?? 0];
        $narrow = $lengths[1] > $lengths[0] ? $other->address : $one->address;
        $middle = null === $narrow ? 0 : intdiv($narrow->prefix->firstHost()->value + $narrow->prefix->lastHost()->value, 2);
        $name = $network->node($device->id)?->table->find($middle)?->port->name;
        [$used, $idle] = $name === $other->name ? [$other, $one] : [$one, $other];

        return \sprintf(
            $used->segment === $idle->segment
                ? 'It sends all traffic for %2$s through %1$s, and none through %3$s.'
                : 'It sends all traffic for %2$s through %1$s; devices connected to %3$s are not reached.',
            $used->name,
            $narrow?->prefix,
            $idle->name,
        );
    }
}
