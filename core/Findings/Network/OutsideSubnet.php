<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Network;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Subnet;
use Vorhut\Core\Net\Ipv4Address;

/** An address must lie in a subnet of its segment. */
#[About('address-outside-subnet', 'outside subnet')]
final class OutsideSubnet extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->seats() as $seat) {
            $address = $seat->interface->address;
            if (
                null === $address
                || null === $seat->segment
                || null !== $seat->subnet
                || [] === $seat->segment->subnets
                || $address->address->isLinkLocal()
            ) {
                continue;
            }
            $subnet = $seat->segment->subnets[0];
            $free = $plan->nextFree($subnet, $subnet->prefix->network);
            yield $this->found(
                severity: Severity::Error,
                title: \sprintf(
                    '%s has %s, which is outside %s',
                    $seat->device->name,
                    $address->address,
                    implode(
                        ' and ',
                        array_map(static fn (Subnet $s): string => (string) $s->prefix, $seat->segment->subnets),
                    ),
                ),
                why: \sprintf(
                    'It and the devices of %s cannot communicate directly.',
                    $seat->segment->name,
                ),
                devices: [$seat->device->id],
                advice: null === $free
                    ? 'Give it an address of its segment.'
                    : \sprintf(
                        'Give it %s, or move it to the segment the address belongs to.',
                        Ipv4Address::fromInt($free),
                    ),
                change: null === $free ? null : $seat->moveTo($plan->job, $free, $subnet->prefix->length),
                segment: $seat->segment->id,
                value: (string) $address->address,
            );
        }
    }
}
