<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Wiring;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Load\PortName;

/** What a port gives gets to its unit, with the voltage that it needs. */
#[About('power-short', 'PoE at the device', Section::Networks, view: 'cables')]
final class PowerShort extends Rule
{
    public function check(Plan $plan): iterable
    {
        $power = $plan->power();
        foreach ([...$power->ports, ...$power->injected] as $port) {
            if (!$port->ok) {
                $from = PortName::at($plan->job, $port->switch, $port->port);
                yield $this->found(
                    severity: Severity::Error,
                    title: \sprintf('%s does not get enough power from %s', $plan->job->nameOf($port->device), $from),
                    why: $port->why,
                    devices: [$port->device],
                    advice: 'Use a shorter or better cable, a port of a higher PoE class, or an injector near the device.',
                    value: $port->switch.'/'.$port->port,
                );
            }
        }
    }
}
