<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Power;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Rack\CircuitSum;

/** A continuous load may take 80 % of a circuit's breaker, unless the local code says otherwise. */
#[About('circuit-overloaded', 'circuit overload', Section::Power)]
final class CircuitOverloaded extends Rule
{
    private const NAMED = 4;

    public function check(Plan $plan): iterable
    {
        foreach (CircuitSum::all($plan->job) as $sum) {
            if (!$sum->fits()) {
                yield $this->found(
                    severity: Severity::Error,
                    title: \sprintf(
                        '%s: continuous limit %d W, connected load %d W',
                        $sum->circuit->name,
                        $sum->circuit->usableWatts(),
                        $sum->total(),
                    ),
                    why: \sprintf('Largest loads: %s.', implode(', ', \array_slice(array_column($sum->loads, 'name'), 0, self::NAMED))),
                    devices: [],
                    advice: 'Move some load to another circuit, or have a licensed electrician add one.',
                    value: $sum->circuit->id,
                    records: [['circuits', $sum->circuit->id]],
                );
            }
        }
    }
}
