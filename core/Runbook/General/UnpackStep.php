<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook\General;

use Vorhut\Core\Profile\Step\RecordKind;
use Vorhut\Core\Profile\Step\ToRecord;
use Vorhut\Core\Profile\Step\Who;
use Vorhut\Core\Profile\Step\WorkStage;
use Vorhut\Core\Runbook\RunbookContext;
use Vorhut\Core\Runbook\RunbookStep;
use Vorhut\Core\Runbook\StepValue;

/** What is missing or wrong is found now. */
final class UnpackStep implements GeneralStep
{
    public function step(RunbookContext $context): RunbookStep
    {
        $mac = ($context->device->interfaces[0] ?? null)?->mac;
        $identity = [];
        if (null !== $context->device->serial) {
            $identity[] = StepValue::plain('serial', 'Serial', $context->device->serial, 'as printed on the label');
        }
        if (null !== $mac) {
            $identity[] = StepValue::plain('mac', 'MAC', (string) $mac, 'as printed on the label');
        }

        return new RunbookStep(
            id: 'unpack',
            stage: WorkStage::Unpack,
            title: 'Unpack and check contents',
            why: 'Missing or wrong parts are found before installation.',
            who: Who::Anyone,
            do: [
                ...array_map(static fn (string $a): string => $a.' in the box.', $context->profile->accessories),
                'Check for damage. Compare serial number and MAC address with the label.',
            ],
            values: $identity,
            record: null === $mac ? [] : [new ToRecord(
                kind: RecordKind::Read,
                label: 'MAC address as printed on the device',
                setting: null,
                unit: '',
                min: null,
                max: null,
            )],
            reads: null === $mac ? '' : 'mac',
        );
    }
}
