<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Network;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;

/** Link-local addresses are not to be routed (RFC 3927, section 7), though a plain kernel router does. */
#[About('link-local-routed', 'link-local address on a router', Section::Networks)]
final class LinkLocalRouted extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->routers as $router) {
            foreach ($router->interfaces as $interface) {
                if (0xA9FE === ($interface->address?->address->value ?? 0) >> 16) {
                    yield $this->found(
                        severity: Severity::Error,
                        title: \sprintf('%s has the link-local address %s', $router->name, $interface->address),
                        why: 'Link-local addresses must not be routed (RFC 3927, section 7): many devices refuse packets from '
                        .'there with the address of another subnet, others reply.',
                        devices: [$router->id],
                        advice: 'Set a subnet of its own for the segment.',
                        segment: $interface->segment,
                        value: (string) $interface->address,
                    );
                }
            }
        }
    }
}
