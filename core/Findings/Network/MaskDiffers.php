<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Network;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Severity;

/** The mask a unit is given should be that of its subnet. */
#[About('mask-differs')]
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
                    '%s has mask /%d where its subnet has /%d',
                    $seat->device->name,
                    $address->prefix->length,
                    $seat->subnet->prefix->length,
                ),
                why: $wide
                    ? \sprintf(
                        'It takes all of %s for neighbours and looks for them in its own segment, where most of them are not.',
                        $address->prefix,
                    )
                    : \sprintf(
                        'It takes neighbours outside %s for strangers and sends them to the gateway.',
                        $address->prefix,
                    ),
                devices: [$seat->device->id],
                advice: \sprintf('Set its mask to %s (/%d).', $seat->subnet->prefix->dottedMask(), $seat->subnet->prefix->length),
                change: $seat->moveTo($plan->job, $address->address->value, $seat->subnet->prefix->length),
                segment: $seat->segment?->id,
                value: (string) $address,
                short: \sprintf('mask /%d here', $address->prefix->length),
            );
        }
    }
}
