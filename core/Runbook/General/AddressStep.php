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
            'Set the IP address',
            '' === $context->profile->menuPath
                ? 'Enter the values below, then save once.'
                : \sprintf(
                    'Open %s. Enter all values before you save: after saving the device restarts and answers only at the new address.',
                    $context->profile->menuPath,
                ),
            values: $values,
            keys: $context->typing($values, $context->keypad($context->way(), null)),
            timers: 0 === $reboot ? [] : [new Timer(TimerKind::Wait, $reboot, 'until it has restarted', '')],
            see: null === $address ? [] : [\sprintf('It answers at %s.', $address->address)],
            causes: [
                new SymptomCause(
                    see: 'there is no answer at the new address',
                    because: 'the laptop has no address in that subnet',
                    test: 'Check the addresses of the laptop.',
                    mend: 'Add an address of that subnet to the laptop.',
                ),
                new SymptomCause(
                    see: 'it answers from its own subnet only',
                    because: 'mask or gateway is wrong',
                    test: 'Read both back on the device.',
                    mend: 'Correct them, save, restart.',
                ),
            ],
            record: null === $address ? [] : [new ToRecord(
                kind: RecordKind::Read,
                label: 'Address read back from the device',
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
