<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Network;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;

/** A unit whose kind has no network port cannot have an address: a plain telephone is reached through its adapter. */
#[About('no-network-port', 'no network port', Section::Networks)]
final class NoNetworkPort extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->devices as $device) {
            if ([] === $device->interfaces || $plan->job->profileOf($device)->isNetworked()) {
                continue;
            }
            $address = $device->interfaces[0]->address?->address;
            $edit = $plan->job->edit(Device::class, $device->id, ['interfaces' => []]);
            yield $this->found(
                Severity::Error,
                title: \sprintf('%s has no network port, and %s is planned', $device->name, $address ?? 'a network'),
                why: 'No reply ever comes from that address.',
                devices: [$device->id],
                change: new ChangeSet(\sprintf('Removed the interface of %s', $device->name), [$edit]),
                advice: \sprintf('Remove the interface of %s, and enter in Pairings what it is connected to.', $device->name),
                value: null === $address ? '' : (string) $address,
            );
        }
    }
}
