<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook\General;

use Vorhut\Core\Profile\Step\Timer;
use Vorhut\Core\Profile\Step\TimerKind;
use Vorhut\Core\Profile\Step\WorkStage;
use Vorhut\Core\Profile\Supply;
use Vorhut\Core\Runbook\Desk;
use Vorhut\Core\Runbook\RunbookStep;
use Vorhut\Core\School\OwnNetwork;

/** Power comes last, and it takes its time. */
final class Power implements GeneralStep
{
    public function place(): int
    {
        return 40;
    }

    public function of(Desk $desk): RunbookStep
    {
        $profile = $desk->profile;
        $seconds = $profile->bootSeconds + $profile->factory->afterSeconds;
        $supply = $desk->device->supply?->label()
            ?? implode(', or ', array_map(static fn (Supply $s): string => $s->kind->label(), $profile->supplies));
        $do = [
            ...self::connecting($desk),
            ...self::apart($desk),
            '' === $supply ? 'Power it.' : \sprintf('Power it: %s.', $supply),
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
            'Connect and power',
            'Cables first, power last.',
            do: $do,
            timers: 0 === $seconds ? [] : [new Timer(TimerKind::Wait, $seconds, 'until it is up', '')],
            see: $see,
            cautions: $profile->cautions,
        );
    }

    /** @return list<string> what is never plugged in where each system has a switch of its own */
    private static function apart(Desk $desk): array
    {
        return OwnNetwork::Isolated === $desk->job->info->schools->ownNetwork && $desk->isNetworked()
            ? ['Into the switch of its own system; no cord from there to the client\'s network.']
            : [];
    }

    /** @return list<string> the order up to the power */
    private static function connecting(Desk $desk): array
    {
        $steps = [];
        foreach ($desk->isNetworked() ? $desk->contact()->order : [] as $step) {
            if (str_starts_with($step, 'Power the unit')) {
                break;
            }
            $steps[] = $step;
        }

        return $steps;
    }
}
