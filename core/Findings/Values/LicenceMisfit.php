<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Values;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Licence;
use Vorhut\Core\Job\Stage;

/** A licence for another unit, or one that was never applied, allows nothing. */
#[About('licence-misfit', 'licence')]
final class LicenceMisfit extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->all(Licence::class) as $licence) {
            $device = $plan->job->devices[$licence->device] ?? null;
            if (null === $device) {
                continue;
            }
            $tied = '' !== ($plan->licences()->kind($licence)->tiedTo ?? '');
            if ($tied && null !== $licence->serial && null !== $device->serial && $licence->serial !== $device->serial) {
                yield $this->found(
                    severity: Severity::Error,
                    title: \sprintf('%2$s of %1$s is issued for %3$s', $device->name, $licence->name, $licence->serial),
                    why: \sprintf('The serial number of the device is %s; it refuses the key.', $device->serial),
                    devices: [$device->id],
                    advice: \sprintf('Have it reissued for %s.', $device->serial),
                    value: $licence->id.' serial',
                );
            }
            $steps = $plan->licences()->kind($licence)->steps ?? 1;
            if (0 !== $licence->count % $steps) {
                yield $this->found(
                    severity: Severity::Warning,
                    title: \sprintf(
                        '%2$s of %1$s: %3$d planned, sold in steps of %4$d',
                        $device->name,
                        $licence->name,
                        $licence->count,
                        $steps,
                    ),
                    why: 'That number cannot be ordered.',
                    devices: [$device->id],
                    advice: \sprintf('Plan %d.', (int) ceil($licence->count / $steps) * $steps),
                    value: $licence->id.' count',
                );
            }
            if (!$licence->state->isInTheUnit() && $device->stage->isBeyond(Stage::Addressed)) {
                yield $this->found(
                    severity: Severity::Warning,
                    title: \sprintf(
                        '%2$s of %1$s is not applied; its state is "%3$s"',
                        $device->name,
                        $licence->name,
                        $licence->state->label(),
                    ),
                    why: 'The feature does not work.',
                    devices: [$device->id],
                    advice: \sprintf('Apply the licence, and check that %s shows it.', $device->name),
                    value: $licence->id.' state',
                );
            }
        }
    }
}
