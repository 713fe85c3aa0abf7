<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Bench;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\AddressMode;
use Vorhut\Core\Profile\GatewayPolicy;

/** Some units do not save their values while the gateway field is empty. */
#[About('gateway-required', 'requires a gateway', Section::Bench)]
final class GatewayRequired extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->seats() as $seat) {
            if (
                null === $seat->interface->address
                || null !== $seat->interface->gateway
                || AddressMode::Static !== $seat->interface->mode
                || GatewayPolicy::Required !== $plan->job->profileOf($seat->device)->gatewayPolicy
            ) {
                continue;
            }
            $gateway = $seat->subnet?->gateway;
            yield $this->found(
                severity: Severity::Error,
                title: \sprintf('%s requires a gateway, and none is planned', $seat->device->name),
                why: 'Its page does not save with an empty field.',
                devices: [$seat->device->id],
                advice: null === $gateway
                    ? 'Plan its gateway; in a subnet without a router that is an unused address of the subnet.'
                    : \sprintf('Set the gateway of %s to %s.', $seat->device->name, $gateway),
                change: $seat->setGateway($plan->job),
                segment: $seat->segment?->id,
                value: (string) $seat->interface->address->address,
            );
        }
    }
}
