<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Network;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Net\Ipv4Address;

/** Thirty-two groups share each multicast MAC: 01-00-5E and the low 23 bits (RFC 1112, section 6.4). */
#[About('groups-share-mac', 'groups share a MAC address', Section::Networks)]
final class GroupsShareMac extends Rule
{
    public function check(Plan $plan): iterable
    {
        $groups = [];
        $users = [];
        foreach ($plan->job->devices as $device) {
            foreach ($device->interfaces as $interface) {
                foreach ($interface->joins ?? $plan->job->profileOf($device)->joins as $group) {
                    $groups[$group->value & 0x7FFFFF][$group->value] = $group;
                    $users[$group->value & 0x7FFFFF][$device->id] = $device->id;
                }
            }
        }
        foreach ($groups as $low => $alike) {
            if (\count($alike) > 1) {
                $mac = \sprintf('01-00-5E-%02X-%02X-%02X', $low >> 16, $low >> 8 & 0xFF, $low & 0xFF);
                $names = implode(' and ', array_map(static fn (Ipv4Address $g): string => (string) $g, array_values($alike)));
                yield $this->found(
                    severity: Severity::Warning,
                    title: \sprintf('The multicast groups %s map to one MAC address, %s (RFC 1112)', $names, $mac),
                    why: 'A switch that forwards by MAC address sends both to every member of one.',
                    devices: array_values($users[$low]),
                    advice: 'Set multicast groups that differ in their last 23 bits, from 239.192.0.0/14 (RFC 2365).',
                    value: $mac,
                );
            }
        }
    }
}
