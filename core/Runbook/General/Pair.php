<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook\General;

use Vorhut\Core\Coupling\Coupled;
use Vorhut\Core\Profile\Step\WorkStage;
use Vorhut\Core\Runbook\Desk;
use Vorhut\Core\Runbook\RunbookStep;

/** The other end holds what matches. */
final class Pair implements GeneralStep
{
    public function place(): int
    {
        return 100;
    }

    public function of(Desk $desk): ?RunbookStep
    {
        $values = $desk->stageValues(WorkStage::Pair);
        $do = $wrong = [];
        foreach ($desk->settings->couplings->with($desk->device) as $coupled) {
            $do[] = self::line($desk, $coupled);
            foreach ($desk->pairings->of($coupled) as $state) {
                if (false === $state->holds) {
                    $wrong[] = $state->said();
                }
            }
        }

        $wrong = array_map(static fn (string $w): string => 'The plan does not agree with itself. '.$w, $wrong);
        $wrong = [...self::lacking($desk), ...$wrong];

        return [] === $values && [] === $do && [] === $wrong ? null : new RunbookStep(
            'pair',
            WorkStage::Pair,
            'Pair it with the other end',
            'Both ends hold values that match, or nothing works although each looks right.',
            do: $do,
            values: $values,
            cautions: $wrong,
        );
    }

    /** @return list<string> partners that its kind needs, and the plan does not name */
    private static function lacking(Desk $desk): array
    {
        $there = array_map(static fn (Coupled $c): string => $c->coupling->id, $desk->settings->couplings->from($desk->device));
        $lacking = [];
        foreach ($desk->profile->couplings as $coupling) {
            if ($coupling->required && !\in_array($coupling->id, $there, true)) {
                $lacking[] = \sprintf('The plan does not say what it %s.', $coupling->name);
            }
        }

        return $lacking;
    }

    private static function line(Desk $desk, Coupled $coupled): string
    {
        $ties = [];
        foreach ($desk->pairings->of($coupled) as $state) {
            $ties[] = $state->tie->name;
        }
        $said = 'It '.$coupled->said($desk->device);

        return [] === $ties ? $said.'.' : \sprintf('%s. To match: %s.', $said, lcfirst(implode(', ', $ties)));
    }
}
