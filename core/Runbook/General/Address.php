<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook\General;

use Vorhut\Core\Profile\Step\Cause;
use Vorhut\Core\Profile\Step\RecordKind;
use Vorhut\Core\Profile\Step\Timer;
use Vorhut\Core\Profile\Step\TimerKind;
use Vorhut\Core\Profile\Step\ToRecord;
use Vorhut\Core\Profile\Step\WorkStage;
use Vorhut\Core\Runbook\Desk;
use Vorhut\Core\Runbook\RunbookStep;

/** Its own name and address, then it is gone from where it was. */
final class Address implements GeneralStep
{
    public function place(): int
    {
        return 70;
    }

    public function of(Desk $desk): ?RunbookStep
    {
        if (!$desk->isNetworked()) {
            return null;
        }
        $values = $desk->stageValues(WorkStage::Address);
        $reboot = $desk->profile->rebootSeconds;
        $address = ($desk->device->interfaces[0] ?? null)?->address;

        return new RunbookStep(
            'address',
            WorkStage::Address,
            'Give it its address',
            '' === $desk->profile->menuPath
                ? 'Type all of them, then save once.'
                : \sprintf('At %s. Type all of them, then save once: it restarts and is gone from where it was.', $desk->profile->menuPath),
            values: $values,
            keys: $desk->typing($values, $desk->keypad($desk->way(), null)),
            timers: 0 === $reboot ? [] : [new Timer(TimerKind::Wait, $reboot, 'until it is back', '')],
            see: null === $address ? [] : [\sprintf('It answers at %s.', $address->address)],
            causes: [
                new Cause(
                    'no answer at the new address',
                    'the laptop has no address in that subnet',
                    'Look at the laptop\'s addresses.',
                    'Add one beside it, as the step before says.',
                ),
                new Cause(
                    'it answers here and nowhere else',
                    'mask or gateway were mistyped',
                    'Read both back at the unit.',
                    'Type them again, save, restart.',
                ),
            ],
            record: null === $address ? [] : [new ToRecord(RecordKind::Read, 'Address as the unit shows it', 'address', '', null, null)],
            way: $desk->way(),
            reads: null === $address ? '' : 'address',
        );
    }
}
