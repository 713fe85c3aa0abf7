<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook\General;

use Vorhut\Core\Bench\FirstContactPlanner;
use Vorhut\Core\Profile\Step\WorkStage;
use Vorhut\Core\Runbook\Desk;
use Vorhut\Core\Runbook\RunbookStep;

/** The laptop leaves the factory subnet again. */
final class LaptopBack implements GeneralStep
{
    public const ID = 'laptop-back';

    public function place(): int
    {
        return 75;
    }

    public function of(Desk $desk): ?RunbookStep
    {
        if (!$desk->isNetworked()) {
            return null;
        }
        $interface = $desk->device->interfaces[0] ?? null;

        return new RunbookStep(
            self::ID,
            WorkStage::Address,
            'Put the laptop back',
            'A laptop left in the factory subnet finds the wrong unit next time.',
            do: null === $desk->added ? $desk->contact()->wayBack : FirstContactPlanner::wayBack($interface, $desk->added),
        );
    }
}
