<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook\General;

use Vorhut\Core\Profile\Step\RecordKind;
use Vorhut\Core\Profile\Step\ToRecord;
use Vorhut\Core\Profile\Step\WorkStage;
use Vorhut\Core\Runbook\RunbookContext;
use Vorhut\Core\Runbook\RunbookStep;

/** The next visit starts from what is left behind. */
final class HandOverStep implements GeneralStep
{
    public function step(RunbookContext $context): RunbookStep
    {
        $ends = [];
        foreach ($context->licences() as $licence) {
            if (null !== $licence->until) {
                $ends[] = \sprintf('%s ends on %s: inform the client.', $licence->name, $licence->until);
            }
        }

        return new RunbookStep(
            'hand-over',
            WorkStage::HandOver,
            'Save and hand over',
            'The next visit starts from this state.',
            do: [
                'Save the configuration on the device. Export the configuration file.',
                'Record what is not done, and the reason.',
            ],
            record: [
                new ToRecord(kind: RecordKind::Photo, label: 'Configuration file', setting: null, unit: '', min: null, max: null),
            ],
            cautions: $ends,
        );
    }
}
