<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Wiring;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\NetworkSwitch;
use Vorhut\Core\Load\Plugged;
use Vorhut\Core\Load\PortName;

/** The port that a unit is plugged into carries its segment. */
#[About('port-without-segment', 'VLAN missing on port', Section::Networks, view: 'cables')]
final class PortWithoutSegment extends Rule
{
    public function check(Plan $plan): iterable
    {
        $switches = $plan->job->all(NetworkSwitch::class);
        foreach (Plugged::all($plan->job) as $one) {
            $port = ($switches[$one->port->switch] ?? null)?->port($one->port->port);
            $carries = null === $port ? [] : array_filter([$port->untagged, ...$port->tagged], \is_string(...));
            if ([] === $carries || '' === $one->segment || \in_array($one->segment, $carries, true)) {
                continue;
            }
            $segment = $plan->job->segments[$one->segment]->name ?? $one->segment;
            yield $this->found(
                severity: Severity::Error,
                title: \sprintf('%s is in %s, and %s is not a member of it', $one->name, $segment, PortName::name($plan->job, $one->port)),
                why: 'The switch does not forward its frames.',
                devices: [$one->unit],
                advice: \sprintf('Set %s untagged on the port, or connect the device to another port.', $segment),
                segment: $one->segment,
                value: (string) $one->port,
            );
        }
    }
}
