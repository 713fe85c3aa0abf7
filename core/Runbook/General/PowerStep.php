<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook\General;

use Vorhut\Core\Convention\OwnNetworkConvention;
use Vorhut\Core\Profile\Step\Timer;
use Vorhut\Core\Profile\Step\TimerKind;
use Vorhut\Core\Profile\Step\WorkStage;
use Vorhut\Core\Profile\Supply;
use Vorhut\Core\Runbook\RunbookContext;
use Vorhut\Core\Runbook\RunbookStep;

/** Power comes last, and it takes its time. */
final class PowerStep implements GeneralStep
{
    public function step(RunbookContext $context): RunbookStep
    {
        $profile = $context->profile;
        $seconds = $profile->bootSeconds + $profile->factory->afterSeconds;
        $supply = $context->device->supply?->label()
            ?? implode(', or ', array_map(static fn (Supply $s): string => $s->kind->label(), $profile->supplies));
        $do = [
            ...self::connecting($context),
            ...self::apart($context),
            '' === $supply ? 'Switch on power.' : \sprintf('Switch on power: %s.', $supply),
        ];
        $see = '' === $profile->readySign ? [] : [$profile->readySign];
        foreach ($profile->indicators as $indicator) {
            foreach ($indicator->signs as $sign) {
                $see[] = \sprintf('%s %s: %s.', $indicator->name, $sign->looks, $sign->means);
            }
        }

        return new RunbookStep(
            'power',
            WorkStage::Power,
            'Connect and switch on',
            'Cables first, power last.',
            do: $do,
            timers: 0 === $seconds ? [] : [new Timer(TimerKind::Wait, $seconds, 'until it has started', '')],
            see: $see,
            cautions: $profile->cautions,
        );
    }

    /** @return list<string> what is never plugged in where each system has a switch of its own */
    private static function apart(RunbookContext $context): array
    {
        return OwnNetworkConvention::Isolated === $context->job->info->schools->ownNetwork && $context->isNetworked()
            ? ['Connect it to the isolated switch of its own system. Do not connect that switch to the client\'s network.']
            : [];
    }

    /** @return list<string> the order up to the power */
    private static function connecting(RunbookContext $context): array
    {
        $steps = [];
        foreach ($context->isNetworked() ? $context->contact()->order : [] as $step) {
            if (str_starts_with($step, 'Switch on the device')) {
                break;
            }
            $steps[] = $step;
        }

        return $steps;
    }
}
