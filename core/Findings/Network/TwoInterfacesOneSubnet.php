<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Network;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Severity;

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
                        \sprintf(
                            'It uses %s for everything in %s; what hangs on %s is never spoken to.',
                            $one->name,
                            $one->address->prefix,
                            $other->name,
                        ),
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
}
