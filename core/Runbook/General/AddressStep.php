<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook\General;

use Vorhut\Core\Profile\Step\RecordKind;
use Vorhut\Core\Profile\Step\SymptomCause;
use Vorhut\Core\Profile\Step\Timer;
use Vorhut\Core\Profile\Step\TimerKind;
use Vorhut\Core\Profile\Step\ToRecord;
use Vorhut\Core\Profile\Step\WorkStage;
use Vorhut\Core\Runbook\RunbookContext;
use Vorhut\Core\Runbook\RunbookStep;

/** Its own name and address, then it is gone from where it was. */
final class AddressStep implements GeneralStep
{
    public function step(RunbookContext $context): ?RunbookStep
    {
        if (!$context->isNetworked()) {
            return null;
        }
        $values = $context->stageValues(WorkStage::Address);
        $reboot = $context->profile->rebootSeconds;
        $address = ($context->device->interfaces[0] ?? null)?->address;

        return new RunbookStep(
            'address',
            WorkStage::Address,
            'Give it its address',
            '' === $context->profile->menuPath
                ? 'Type all of them, then save once.'
                : \sprintf(
                    'At %s. Type all of them, then save once: it restarts and is gone from where it was.',
                    $context->profile->menuPath,
                ),
            values: $values,
            keys: $context->typing($values, $context->keypad($context->way(), null)),
            timers: 0 === $reboot ? [] : [new Timer(TimerKind::Wait, $reboot, 'until it is back', '')],
            see: null === $address ? [] : [\sprintf('It answers at %s.', $address->address)],
            causes: [
                new SymptomCause(
                    see: 'no answer at the new address',
                    because: 'the laptop has no address in that subnet',
                    test: 'Look at the laptop\'s addresses.',
                    mend: 'Add one beside it, as the step before says.',
                ),
                new SymptomCause(
                    see: 'it answers here and nowhere else',
                    because: 'mask or gateway were mistyped',
                    test: 'Read both back at the unit.',
                    mend: 'Type them again, save, restart.',
                ),
            ],
            record: null === $address ? [] : [new ToRecord(
                kind: RecordKind::Read,
                label: 'Address as the unit shows it',
                setting: 'address',
                unit: '',
                min: null,
                max: null,
            )],
            way: $context->way(),
            reads: null === $address ? '' : 'address',
        );
    }
}
