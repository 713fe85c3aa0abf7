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
                $ends[] = \sprintf('%s ends on %s: tell the client.', $licence->name, $licence->until);
            }
        }

        return new RunbookStep(
            'hand-over',
            WorkStage::HandOver,
            'Leave it as it is to stay',
            'The next visit starts from this.',
            do: [
                'Save its settings in the unit and keep a copy.',
                'Write down what was not done, and why.',
            ],
            record: [
                new ToRecord(kind: RecordKind::Photo, label: 'Copy of its settings', setting: null, unit: '', min: null, max: null),
            ],
            cautions: $ends,
        );
    }
}
