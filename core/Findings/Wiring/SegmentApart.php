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
use Vorhut\Core\Load\Wiring;

/** The switches connect a segment that units of it are plugged into. */
#[About('segment-apart', 'segment not connected', Section::Networks, view: 'cables')]
final class SegmentApart extends Rule
{
    public function check(Plan $plan): iterable
    {
        $wiring = new Wiring($plan->job);
        $named = $plan->job->all(NetworkSwitch::class);
        $switches = [];
        foreach (Plugged::all($plan->job) as $one) {
            $switches[$one->segment][$one->port->switch] = true;
        }
        unset($switches['']);
        foreach ($switches as $segment => $on) {
            $all = array_map(strval(...), array_keys($on));
            foreach (\array_slice($all, 1) as $other) {
                if ($wiring->spanning((string) $segment)->connects($all[0], $other)) {
                    continue;
                }
                $port = $wiring->missing((string) $segment, $all[0], $other);
                $name = $plan->job->segments[$segment]->name ?? $segment;
                yield $this->found(
                    severity: Severity::Error,
                    title: \sprintf(
                        '%s does not reach from %s to %s',
                        $name,
                        $named[$all[0]]->name ?? $all[0],
                        $named[$other]->name ?? $other,
                    ),
                    why: null === $port ? 'No link connects them.' : \sprintf(
                        '%s is not a member of it.',
                        PortName::name($plan->job, $port),
                    ),
                    devices: [],
                    advice: null === $port ? 'Plan the link.' : \sprintf('Add %s tagged on %s.', $name, PortName::name($plan->job, $port)),
                    segment: (string) $segment,
                    value: $other,
                );
            }
        }
    }
}
