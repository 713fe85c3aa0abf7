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
    public function step(RunbookContext $context): ?RunbookStep
    {
        $values = [];
        foreach ($context->settings->values($context->device) as $value) {
            if (null !== $value->setting->ask) {
                $asked = StepValue::fromValue($value, null);
                $note = \sprintf('answer from: %s', $value->setting->ask->label());
                $values[] = new StepValue(
                    setting: $asked->setting,
                    label: $asked->label,
                    value: $asked->value,
                    typed: $asked->typed,
                    origin: $asked->origin,
                    note: $note,
                    isSecret: $asked->isSecret,
                    isOpen: $asked->isOpen,
                );
            }
        }
        $orders = [];
        foreach ($context->licences() as $licence) {
            $code = null === $licence->code ? '' : ' Entitlement code '.$licence->code.'.';
            $orders[] = \sprintf('%s: %s.%s', $licence->name, $licence->state->label(), $code);
        }

        return [] === $values && [] === $orders ? null : new RunbookStep(
            id: 'ask',
            stage: WorkStage::Ask,
            title: 'Check that the answers have arrived',
            why: 'A missing value blocks the step that enters it.',
            who: Who::Anyone,
            do: $orders,
            values: $values,
        );
    }
}
