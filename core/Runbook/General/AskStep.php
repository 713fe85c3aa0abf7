<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook\General;

use Vorhut\Core\Profile\Step\Who;
use Vorhut\Core\Profile\Step\WorkStage;
use Vorhut\Core\Runbook\RunbookContext;
use Vorhut\Core\Runbook\RunbookStep;
use Vorhut\Core\Runbook\StepValue;

/** Before anything ships: what others must say, and what must be ordered. */
final class AskStep implements GeneralStep
{
    public function of(RunbookContext $context): ?RunbookStep
    {
        $values = [];
        foreach ($context->settings->of($context->device) as $value) {
            if (null !== $value->setting->ask) {
                $asked = StepValue::of($value, null);
                $note = \sprintf('asked of %s', $value->setting->ask->label());
                $values[] = new StepValue(
                    $asked->setting,
                    $asked->label,
                    $asked->value,
                    $asked->typed,
                    $asked->origin,
                    $note,
                    $asked->isSecret,
                    $asked->isOpen,
                );
            }
        }
        $orders = [];
        foreach ($context->licences() as $licence) {
            $code = null === $licence->code ? '' : ' Entitlement code '.$licence->code.'.';
            $orders[] = \sprintf('%s: %s.%s', $licence->name, $licence->state->label(), $code);
        }

        return [] === $values && [] === $orders ? null : new RunbookStep(
            'ask',
            WorkStage::Ask,
            'Have what others must say',
            'What is missing on the day holds up the step that types it.',
            Who::Anyone,
            $orders,
            $values,
        );
    }
}
