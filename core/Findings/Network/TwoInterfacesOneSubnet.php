<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Network;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\NetworkInterface;
use Vorhut\Core\Net\InterfaceAddress;

/** A device with two interfaces needs two different subnets. */
final class TwoInterfacesOneSubnet implements Rule
{
    public function about(): About
    {
        return new About('two-interfaces-one-subnet', 80);
    }

    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->devices as $device) {
            foreach ($device->interfaces as $i => $one) {
                foreach (\array_slice($device->interfaces, $i + 1) as $other) {
                    if (null === $one->address || null === $other->address || !$one->address->prefix->overlaps($other->address->prefix)) {
                        continue;
                    }
                    yield new Finding(
                        $this->about(),
                        Severity::Wrong,
                        \sprintf('%s has %s and %s in one subnet', $device->name, $one->name, $other->name),
                        self::why($one, $other, $one->address, $other->address),
                        [$device->id],
                        \sprintf('Give %s an address of another subnet.', $other->name),
                        null,
                        $one->segment,
                        (string) $other->address,
                    );
                }
            }
        }
    }

    /** The longest prefix counts; of two alike the port listed first. */
    private static function why(NetworkInterface $one, NetworkInterface $other, InterfaceAddress $first, InterfaceAddress $second): string
    {
        $wins = $second->prefix->length > $first->prefix->length;
        [$used, $idle, $prefix] = $wins ? [$other, $one, $second->prefix] : [$one, $other, $first->prefix];

        return $used->segment === $idle->segment
            ? \sprintf('It uses %s for everything in %s, and %s for nothing there.', $used->name, $prefix, $idle->name)
            : \sprintf('It uses %s for everything in %s; what hangs on %s there is never spoken to.', $used->name, $prefix, $idle->name);
    }
}
