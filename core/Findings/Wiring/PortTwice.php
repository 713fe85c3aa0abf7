<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Wiring;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Load\Plugged;
use Vorhut\Core\Load\PortName;

/** One port takes one cable. */
#[About('port-twice', 'switch port used twice', Section::Networks, view: 'cables')]
final class PortTwice extends Rule
{
    public function check(Plan $plan): iterable
    {
        $units = [];
        $ports = [];
        foreach (Plugged::all($plan->job) as $one) {
            $ports[(string) $one->port] = PortName::name($plan->job, $one->port);
            $units[(string) $one->port][$one->unit] = $one->name;
        }
        foreach ($units as $port => $names) {
            if (\count($names) > 1) {
                yield $this->found(
                    severity: Severity::Error,
                    title: \sprintf('%d devices are connected to %s: %s', \count($names), $ports[$port] ?? $port, implode(' and ', $names)),
                    why: 'A port takes one cable.',
                    devices: array_map(strval(...), array_keys($names)),
                    advice: 'Connect one of them to a free port.',
                    value: $port,
                );
            }
        }
    }
}
