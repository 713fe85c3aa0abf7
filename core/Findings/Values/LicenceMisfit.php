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
#[About('licence-misfit')]
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
                    title: \sprintf('%s: %s is for %s', $device->name, lcfirst($licence->name), $licence->serial),
                    why: \sprintf('The unit is %s; the key will be refused.', $device->serial),
                    devices: [$device->id],
                    advice: 'Have it issued anew for the unit that is here.',
                    value: $licence->id.' serial',
                );
            }
            $steps = $plan->licences()->kind($licence)->steps ?? 1;
            if (0 !== $licence->count % $steps) {
                yield $this->found(
                    severity: Severity::Warning,
                    title: \sprintf('%s: %s for %d, in steps of %d', $device->name, lcfirst($licence->name), $licence->count, $steps),
                    why: 'Nobody sells just that many.',
                    devices: [$device->id],
                    advice: \sprintf('Plan %d.', (int) ceil($licence->count / $steps) * $steps),
                    value: $licence->id.' count',
                );
            }
            if (!$licence->state->isInTheUnit() && $device->stage->isBeyond(Stage::Addressed)) {
                yield $this->found(
                    severity: Severity::Warning,
                    title: \sprintf('%s: %s is not applied, it is %s', $device->name, lcfirst($licence->name), $licence->state->label()),
                    why: 'The unit is set up, and does not do what was paid for.',
                    devices: [$device->id],
                    advice: 'Apply it, and look that the unit shows it.',
                    value: $licence->id.' state',
                );
            }
        }
    }
}
