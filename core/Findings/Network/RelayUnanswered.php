<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Network;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Reach\Walk\DhcpRelay;
use Vorhut\Core\Reach\Walk\Exchange;

/** A relay (RFC 1542) that finds no DHCP server leaves its segment without leases. */
#[About('relay-unanswered', 'DHCP relay: no reply', Section::Networks)]
final class RelayUnanswered extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->routers as $router) {
            foreach ($router->interfaces as $interface) {
                $cause = null === $interface->relay ? null : DhcpRelay::stop(new Exchange($plan->network()), $router, $interface);
                if (null === $cause) {
                    continue;
                }
                yield $this->found(
                    severity: Severity::Error,
                    title: \sprintf(
                        '%s relays DHCP from %s to %s, and no reply comes back',
                        $router->name,
                        $plan->network()->segmentName($interface->segment),
                        $interface->relay,
                    ),
                    why: $cause->text.'. Devices there get no address by DHCP.',
                    devices: [$router->id],
                    advice: 'Set the relay target to the DHCP server, and check UDP 67 and the return route.',
                    change: null,
                    segment: $interface->segment,
                    value: (string) $interface->relay,
                );
            }
        }
    }
}
