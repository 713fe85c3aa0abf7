<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook\General;

use Vorhut\Core\Profile\Step\RecordKind;
use Vorhut\Core\Profile\Step\ToRecord;
use Vorhut\Core\Profile\Step\WorkStage;
use Vorhut\Core\Runbook\RunbookContext;
use Vorhut\Core\Runbook\RunbookStep;
use Vorhut\Core\Runbook\StepValue;

/** Firmware as the job asks for, licences, and a clock that is right. */
final class UpkeepStep implements GeneralStep
{
    public function step(RunbookContext $context): ?RunbookStep
    {
        $values = $context->stageValues(WorkStage::Upkeep);
        $record = [];
        if (null !== $context->profile->firmware) {
            array_unshift(
                $values,
                StepValue::plain('firmware', 'Firmware', $context->profile->firmware, 'the same on all devices of the type'),
            );
            $record[] = new ToRecord(kind: RecordKind::AsFound, label: 'Firmware as found', setting: null, unit: '', min: null, max: null);
        }
        $do = [];
        foreach ($context->licences() as $licence) {
            $do[] = \sprintf(
                '%s: enter the licence key and check that the device lists it. Licence state: %s.',
                $licence->name,
                $licence->state->label(),
            );
        }

        return [] === $values && [] === $do ? null : new RunbookStep(
            'upkeep',
            WorkStage::Upkeep,
            'Firmware, licence, clock',
            'A wrong clock breaks certificates, licences and logs; different firmware breaks interoperation.',
            do: $do,
            values: $values,
            record: $record,
            cautions: ['No update in the last hour of a visit.'],
        );
    }
}
