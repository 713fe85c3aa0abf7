<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Network;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;

/** A host name leads to one unit. */
#[About('duplicate-hostname', 'duplicate host name')]
final class DuplicateHostname extends Rule
{
    public function check(Plan $plan): iterable
    {
        $byName = [];
        foreach ($plan->job->devices as $device) {
            if (null !== $device->hostname) {
                $byName[strtolower($device->hostname)][] = $device;
            }
        }
        foreach ($byName as $devices) {
            if (\count($devices) > 1) {
                $name = (string) $devices[0]->hostname;
                yield $this->found(
                    severity: Severity::Error,
                    title: \sprintf(
                        'The host name %s is entered for %s',
                        $name,
                        implode(' and for ', array_map(static fn (Device $d): string => $d->name, $devices)),
                    ),
                    why: 'mDNS (RFC 6762) renames one of them, and DNS resolves to one only.',
                    devices: array_map(static fn (Device $d): string => $d->id, $devices),
                    advice: \sprintf('Set the host name of %s to %s-2.', $devices[1]->name, $name),
                    change: new ChangeSet(\sprintf('Set the host name of %s to %s-2', $devices[1]->name, $name), [
                        $plan->job->edit(Device::class, $devices[1]->id, ['hostname' => $name.'-2']),
                    ]),
                    segment: null,
                    value: $name,
                );
            }
        }
    }
}
