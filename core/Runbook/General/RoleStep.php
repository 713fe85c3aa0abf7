<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook\General;

use Vorhut\Core\Bench\UnitNeeds;
use Vorhut\Core\Profile\Step\WorkStage;
use Vorhut\Core\Runbook\RunbookContext;
use Vorhut\Core\Runbook\RunbookStep;
use Vorhut\Core\Runbook\StepValue;

/** Who it belongs to, whom it asks, what it does. */
final class RoleStep implements GeneralStep
{
    public function step(RunbookContext $context): ?RunbookStep
    {
        $values = $context->stageValues(WorkStage::Role);
        foreach ([] === $context->profile->settings ? UnitNeeds::needs($context->job, $context->device) : [] as $label => $value) {
            $values[] = StepValue::plain(strtolower(strtr($label, [' ' => '-', ',' => ''])), $label, $value);
        }

        return [] === $values ? null : new RunbookStep(
            'role',
            WorkStage::Role,
            'Enter the remaining settings',
            'Its servers, its partners and its function.',
            do: ['Enter the values below. Save. Reload the page and check that it shows them.'],
            values: $values,
            keys: $context->typing($values, $context->keypad($context->way(), null)),
            way: $context->way(),
        );
    }
}
