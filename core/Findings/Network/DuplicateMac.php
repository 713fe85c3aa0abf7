<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Network;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Seat;
use Vorhut\Core\Findings\Severity;

/** A MAC address belongs to one port; two alike mean that one was copied or mistyped. */
#[About('duplicate-mac', 'duplicate MAC address')]
final class DuplicateMac extends Rule
{
    public function check(Plan $plan): iterable
    {
        $byMac = [];
        foreach ($plan->seats() as $seat) {
            if (null !== $seat->interface->mac) {
                $byMac[$seat->interface->mac->digits][] = $seat;
            }
        }
        foreach ($byMac as $seats) {
            if (\count($seats) > 1) {
                $mac = (string) $seats[0]->interface->mac;
                yield $this->found(
                    severity: Severity::Error,
                    title: \sprintf(
                        'The MAC address %s is entered for %s',
                        $mac,
                        implode(' and for ', array_map(static fn (Seat $s): string => $s->device->name, $seats)),
                    ),
                    why: 'A DHCP reservation or configuration file goes to the wrong device.',
                    devices: array_map(static fn (Seat $s): string => $s->device->id, $seats),
                    advice: 'Read both labels again; check 8 against B and 0 against D.',
                    change: null,
                    segment: $seats[0]->interface->segment,
                    value: $mac,
                );
            }
        }
    }
}
