<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook\General;

use Vorhut\Core\Bench\FirstContactPlanner;
use Vorhut\Core\Profile\Step\WorkStage;
use Vorhut\Core\Runbook\RunbookContext;
use Vorhut\Core\Runbook\RunbookStep;

/** The laptop leaves the factory subnet again. */
final class LaptopBackStep implements GeneralStep
{
    public const ID = 'laptop-back';

    public function step(RunbookContext $context): ?RunbookStep
    {
        if (!$context->isNetworked()) {
            return null;
        }
        $interface = $context->device->interfaces[0] ?? null;

        return new RunbookStep(
            self::ID,
            WorkStage::Address,
            'Restore the laptop\'s network settings',
            'A laptop left in the factory subnet reaches the wrong device next time.',
            do: null === $context->added ? $context->contact()->wayBack : FirstContactPlanner::wayBack($interface, $context->added),
        );
    }
}
