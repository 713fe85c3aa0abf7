<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Network;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\AddressMode;
use Vorhut\Core\Net\Ipv4Address;

/** A fixed address must not lie where a DHCP server hands addresses out. */
#[About('address-in-dhcp-range', 'inside DHCP range', Section::Networks)]
final class InLeasedRange extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->seats() as $seat) {
            $address = $seat->interface->address;
            if (
                null === $address
                || null === $seat->subnet
                || AddressMode::Static !== $seat->interface->mode
                || !$seat->subnet->leases($address->address)
            ) {
                continue;
            }
            $free = $plan->nextFree($seat->subnet, $seat->subnet->prefix->network);
            yield $this->found(
                severity: Severity::Error,
                title: \sprintf('%s has the static address %s, which is inside a DHCP range', $seat->device->name, $address->address),
                why: 'The DHCP server may assign it to another device.',
                devices: [$seat->device->id],
                advice: null === $free
                    ? \sprintf('Set an address outside the range on %s, or reserve it on the DHCP server.', $seat->device->name)
                    : \sprintf(
                        'Set the address of %s to %s, or reserve %s for its MAC address on the DHCP server.',
                        $seat->device->name,
                        Ipv4Address::fromInt($free),
                        $address->address,
                    ),
                change: null === $free ? null : $seat->moveTo($plan->job, $free, $address->prefix->length),
                segment: $seat->segment?->id,
                value: (string) $address->address,
            );
        }
    }
}
