<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Network;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Severity;

/** The mask a unit is given should be that of its subnet. */
#[About('mask-differs', 'subnet mask')]
final class MaskDiffers extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->seats() as $seat) {
            $address = $seat->interface->address;
            if (null === $address || null === $seat->subnet || $address->prefix->length === $seat->subnet->prefix->length) {
                continue;
            }
            $wide = $address->prefix->length < $seat->subnet->prefix->length;
            yield $this->found(
                severity: Severity::Error,
                title: \sprintf(
                    '%s has the mask /%d; its subnet has /%d',
                    $seat->device->name,
                    $address->prefix->length,
                    $seat->subnet->prefix->length,
                ),
                why: $wide
                    ? \sprintf(
                        'It treats all of %s as local and sends ARP requests for hosts behind the router.',
                        $address->prefix,
                    )
                    : \sprintf(
                        'It sends packets for neighbours outside %s to the gateway.',
                        $address->prefix,
                    ),
                devices: [$seat->device->id],
                advice: \sprintf('Set its mask to %s (/%d).', $seat->subnet->prefix->dottedMask(), $seat->subnet->prefix->length),
                change: $seat->moveTo($plan->job, $address->address->value, $seat->subnet->prefix->length),
                segment: $seat->segment?->id,
                value: (string) $address,
                short: \sprintf('mask /%d', $address->prefix->length),
            );
        }
    }
}
