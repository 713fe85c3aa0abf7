<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver\Paper;

use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Jobs\JobReading;
use Vorhut\App\Proof\Observations;
use Vorhut\App\Web\Words;
use Vorhut\Core\Intent\Kinds;
use Vorhut\Core\Job\Expectation;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Proof\Explainer;

/** Makes of each intent what is printed of it. */
final readonly class ProofParts
{
    /** Intents of which a way is drawn. */
    private const MOST_DRAWN = 40;

    public function __construct(private JobReading $reading, private Observations $observations)
    {
    }

    /** @return list<ProofPart> those that do not hold first */
    public function of(JobInHand $hand): array
    {
        $explainer = new Explainer($hand->job, $this->reading->prover($hand->stored));
        $seen = $this->observations->counts($hand->stored);
        $parts = [];
        foreach (\array_slice($this->order($hand), 0, self::MOST_DRAWN) as $intent) {
            $parts[] = $this->part($hand, $explainer, $intent, $seen[$intent->id] ?? ['holding' => 0, 'all' => 0]);
        }

        return $parts;
    }

    /** @return list<Intent> */
    private function order(JobInHand $hand): array
    {
        $known = $this->reading->digest($hand->stored)->intents;
        $intents = array_values($hand->job->intents);
        $holds = static fn (Intent $intent): bool => ($known[$intent->id]['span'] ?? null)?->holds() ?? false;
        usort($intents, static fn (Intent $a, Intent $b): int => $holds($a) <=> $holds($b));

        return $intents;
    }

    /** @param array{holding: int, all: int} $seen */
    private function part(JobInHand $hand, Explainer $explainer, Intent $intent, array $seen): ProofPart
    {
        $prediction = $this->reading->prover($hand->stored)->intent($intent);
        $explained = $explainer->first($intent);
        $pair = $explained?->prediction->pair;
        $count = $prediction->count();
        $failing = $prediction->failingCount();

        return new ProofPart(
            $intent->name,
            \sprintf('%s, %s', str_replace('-', ' ', $intent->expect->value), Words::count($count, 'pair')),
            0 === $failing ? 'All hold on paper.' : \sprintf('%d of %d fail on paper.', $failing, $count),
            0 === $seen['all']
                ? 'Nothing was tried.'
                : \sprintf('%d of %d were tried, %d are as wanted.', $seen['all'], $count, $seen['holding']),
            0 === $failing,
            null === $pair ? '' : \sprintf(
                '%s %s %s',
                $hand->job->nameOf($pair->from),
                Kinds::of($intent)->verb(),
                $hand->job->nameOf($pair->to),
            ),
            null === $explained?->deciding ? null : TraceRows::of($explained->deciding, Expectation::Must === $intent->expect),
        );
    }
}
