<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Network;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Net\Ipv4Address;

/** No unit can carry the network or the broadcast address of its subnet (RFC 1122, section 3.2.1.3). */
#[About('network-or-broadcast-address', 'network or broadcast address', Section::Networks)]
final class NetworkOrBroadcast extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->seats() as $seat) {
            $address = $seat->interface->address?->address;
            if (null === $address || null === $seat->subnet || $seat->subnet->prefix->isHostAddress($address)) {
                continue;
            }
            $free = $plan->nextFree($seat->subnet, $seat->subnet->prefix->network);
            yield $this->found(
                severity: Severity::Error,
                title: \sprintf(
                    '%s has %s, the %s address of %s',
                    $seat->device->name,
                    $address,
                    $address->value === $seat->subnet->prefix->network ? 'network' : 'broadcast',
                    $seat->subnet->prefix,
                ),
                why: $address->value === $seat->subnet->prefix->network
                    ? 'Older devices treat it as the whole subnet (RFC 1122, section 3.2.1.3): some reach it, some do not.'
                    : 'A host must not use this address: it stands for the whole subnet (RFC 1122, section 3.2.1.3).',
                devices: [$seat->device->id],
                advice: \sprintf(
                    'Set the address of %s to %s.',
                    $seat->device->name,
                    null === $free ? 'a host address' : Ipv4Address::fromInt($free),
                ),
                change: null === $free ? null : $seat->moveTo($plan->job, $free, $seat->subnet->prefix->length),
                segment: $seat->segment?->id,
                value: (string) $address,
            );
        }
    }
}
