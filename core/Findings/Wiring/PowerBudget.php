<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Wiring;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\NetworkSwitch;

/** What all ports of a switch give together is no more than it has, beside its reserve. */
#[About('power-budget', 'PoE budget', Section::Networks, view: 'cables')]
final class PowerBudget extends Rule
{
    public function check(Plan $plan): iterable
    {
        $switches = $plan->job->all(NetworkSwitch::class);
        foreach ($plan->power()->switches as $sum) {
            $switch = $switches[$sum->switch] ?? null;
            if (!$sum->ok && null !== $switch) {
                yield $this->found(
                    severity: Severity::Error,
                    title: \sprintf(
                        'The devices on %s draw %.0f W by PoE; its budget is %.0f W, less %d %% reserve',
                        $switch->name,
                        $sum->byDrawWatts,
                        $sum->budgetWatts ?? 0,
                        $switch->poeReservePercent,
                    ),
                    why: \sprintf('Port %s loses power first.', implode(', then ', $sum->dropsFirst)),
                    devices: [],
                    advice: 'Move devices to another switch, or power some by their adapter.',
                    value: $sum->switch,
                    records: [['switches', $sum->switch]],
                );
            }
        }
    }
}
