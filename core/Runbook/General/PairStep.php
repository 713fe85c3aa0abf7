<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook\General;

use Vorhut\Core\Profile\Step\WorkStage;
use Vorhut\Core\Relation\RelatedUnit;
use Vorhut\Core\Runbook\RunbookContext;
use Vorhut\Core\Runbook\RunbookStep;

/** The other end holds what matches. */
final class PairStep implements GeneralStep
{
    public function step(RunbookContext $context): ?RunbookStep
    {
        $values = $context->stageValues(WorkStage::Pair);
        $do = $wrong = [];
        foreach ($context->settings->couplings->with($context->device) as $coupled) {
            $do[] = self::line($context, $coupled);
            foreach ($context->pairings->checks($coupled) as $state) {
                if (false === $state->holds) {
                    $wrong[] = $state->said();
                }
            }
        }

        $wrong = array_map(static fn (string $w): string => 'Settings do not match in the plan. '.$w, $wrong);
        $wrong = [...self::lacking($context), ...$wrong];

        return [] === $values && [] === $do && [] === $wrong ? null : new RunbookStep(
            'pair',
            WorkStage::Pair,
            'Link it with the other end',
            'Both ends need matching values, or nothing works although each looks right.',
            do: $do,
            values: $values,
            cautions: $wrong,
        );
    }

    /** @return list<string> partners that its kind needs, and the plan does not name */
    private static function lacking(RunbookContext $context): array
    {
        $there = array_map(static fn (RelatedUnit $c): string => $c->coupling->id, $context->settings->couplings->from($context->device));
        $lacking = [];
        foreach ($context->profile->couplings as $coupling) {
            if ($coupling->required && !\in_array($coupling->id, $there, true)) {
                $lacking[] = \sprintf('The plan does not name what it %s.', $coupling->name);
            }
        }

        return $lacking;
    }

    private static function line(RunbookContext $context, RelatedUnit $coupled): string
    {
        $ties = [];
        foreach ($context->pairings->checks($coupled) as $state) {
            $ties[] = $state->tie->name;
        }
        $said = 'It '.$coupled->said($context->device);

        return [] === $ties ? $said.'.' : \sprintf('%s. Check that these match at both ends: %s.', $said, implode(', ', $ties));
    }
}
