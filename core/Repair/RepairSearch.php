<?php

declare(strict_types=1);

namespace Vorhut\Core\Repair;

use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Job\Expectation;
use Vorhut\Core\Job\Job;
use Vorhut\Core\MidSentence;
use Vorhut\Core\Proof\Difference;
use Vorhut\Core\Proof\IntentPrediction;
use Vorhut\Core\Proof\ProofReport;
use Vorhut\Core\Proof\Prover;

/**
 * Looks for the smallest change that mends failing pairs: candidates from their causes, each tried on a copy of the job with every
 * intent predicted anew. Single changes first; where none helps, two together.
 */
final class RepairSearch
{
    public const MAX_SINGLE = 12;
    private const MAX_FIRST = 4;
    private const MAX_WITNESSES = 600;
    private const MAX_NAMED = 6;

    /** @param int $max changes tried one by one; where these are fewer than usual, none are tried together */
    public function __construct(
        private readonly Job $job,
        private readonly ProofReport $before,
        private readonly int $max = self::MAX_SINGLE,
    ) {}

    /** @return list<Repair> for one intent, best first */
    public function forIntent(string $id): array
    {
        $prediction = $this->before->intents[$id] ?? null;

        return null === $prediction
            ? []
            : array_values(
                array_filter(
                    $this->search([$prediction]),
                    static fn (Repair $r): bool => ($r->intents[$id]['mends'] ?? 0) > 0,
                ),
            );
    }

    /** @return list<Repair> for everything that fails in the job, best first */
    public function forJob(): array
    {
        return $this->search(array_values($this->before->intents));
    }

    public function tried(Candidate $candidate): Repair
    {
        $turned = new Difference($this->before, (new Prover($this->job->with($candidate->change)))->prove());

        return new Repair(
            change: $candidate->change,
            sentence: $candidate->sentence,
            hands: $candidate->hands,
            request: $this->requestText($candidate, $turned),
            mends: $turned->mends,
            breaks: $turned->breaks,
            example: $turned->example,
            intents: $turned->intents,
            leaks: $turned->leaks,
        );
    }

    /**
     * @param list<IntentPrediction> $predictions
     *
     * @return list<Repair>
     */
    private function search(array $predictions): array
    {
        $candidates = $this->candidates($this->job, $predictions);
        $repairs = $this->worthwhile(\array_slice($candidates, 0, $this->max));
        if ([] === $repairs && $this->max >= self::MAX_SINGLE) {
            $repairs = $this->worthwhile($this->doubled($candidates, $predictions));
        }
        if ([] === $repairs) {
            $repairs = $this->worthwhile($this->moves($predictions));
        }
        usort($repairs, Repair::compare(...));

        return $repairs;
    }

    /**
     * @param list<Candidate> $candidates
     *
     * @return list<Repair>
     */
    private function worthwhile(array $candidates): array
    {
        return array_values(array_filter(array_map($this->tried(...), $candidates), static fn (Repair $r): bool => $r->isWorthwhile()));
    }

    /**
     * What would have to be changed after a first change that helps nothing by itself.
     *
     * @param list<Candidate> $candidates
     * @param list<IntentPrediction> $predictions
     *
     * @return list<Candidate>
     */
    private function doubled(array $candidates, array $predictions): array
    {
        $pairs = [];
        foreach (\array_slice($candidates, 0, self::MAX_FIRST) as $first) {
            $job = $this->job->with($first->change);
            $prover = new Prover($job);
            $then = array_map(static fn (IntentPrediction $p): IntentPrediction => $prover->intent($p->intent), $predictions);
            foreach (\array_slice($this->candidates($job, $then), 0, self::MAX_FIRST) as $second) {
                if ($second->sentence !== $first->sentence) {
                    $sentence = $first->sentence.', and '.MidSentence::label($second->sentence);
                    $request = trim($first->request."\n".$second->request);
                    $pairs[$sentence] = new Candidate(
                        $first->change->then($second->change),
                        $sentence,
                        Responsible::Client === $first->hands ? $first->hands : $second->hands,
                        $request,
                    );
                }
            }
        }

        return array_values($pairs);
    }

    /**
     * @param list<IntentPrediction> $predictions
     *
     * @return list<Candidate>
     */
    private function moves(array $predictions): array
    {
        $moves = [];
        foreach ($predictions as $prediction) {
            foreach (Expectation::Must === $prediction->intent->expect ? $prediction->failing(self::MAX_FIRST) : [] as $pair) {
                if (true === $pair->cause?->rule->endsInOneSegment()) {
                    $moves[] = (new UnitCandidates($this->job))->move($pair->pair);
                }
            }
        }

        return array_values(array_filter($moves, static fn (?Candidate $c): bool => null !== $c));
    }

    /**
     * All units with the same kind of fault in one candidate, then one by one, each only once.
     *
     * @param list<IntentPrediction> $predictions
     *
     * @return list<Candidate>
     */
    private function candidates(Job $job, array $predictions): array
    {
        $sources = new Candidates($job);
        $prover = new Prover($job);
        $groups = $single = $leaks = [];
        $looked = 0;
        foreach ($predictions as $prediction) {
            foreach ($prediction->witnesses() as $pair) {
                if (++$looked > self::MAX_WITNESSES) {
                    break 2;
                }
                if (PairVerdict::Leak === $pair->span) {
                    $leaks[] = $sources->routers->denial($pair, $prover->hops($pair), $prover->addressOf($pair->leak()->asker ?? ''));
                    continue;
                }
                foreach (Fault::faults($pair) as $fault) {
                    $rule = $fault->cause->rule;
                    $groups[$rule->value.($rule->isOfOnePlace() ? ' '.$fault->cause->at : '')][] = $fault;
                    $single[$rule->value.' '.$fault->cause->at][] = $fault;
                }
            }
        }
        $candidates = [];
        foreach ([...array_values($groups), ...array_values($single)] as $faults) {
            foreach ($sources->for($faults) as $candidate) {
                $candidates[$candidate->sentence] ??= $candidate;
            }
        }
        foreach ($leaks as $candidate) {
            if (null !== $candidate) {
                $candidates[$candidate->sentence] ??= $candidate;
            }
        }

        return array_values($candidates);
    }

    private function requestText(Candidate $candidate, Difference $turned): string
    {
        if ('' === $candidate->request) {
            return '';
        }
        $names = [];
        foreach ($turned->intents as $id => $counts) {
            if ($counts['mends'] > 0 && \count($names) < self::MAX_NAMED) {
                $names[] = '  '.($this->job->intents[$id]->name ?? $id);
            }
        }
        $kept = $turned->mendsMustNot === $turned->mends;

        return \sprintf(
            "For %s, %s\n\n%s:\n%s\n\n%s %d connection%s %s. Please tell us when it is done; we then test it.",
            $this->job->info->name,
            $candidate->request,
            $kept ? 'These connections must be blocked' : 'These connections must work',
            implode("\n", $names),
            $kept ? 'Until then' : 'Without this change',
            $turned->mends,
            1 === $turned->mends ? '' : 's',
            $kept ? (1 === $turned->mends ? 'is not blocked' : 'are not blocked') : 'of the plan do not work',
        );
    }
}
