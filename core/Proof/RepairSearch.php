<?php

declare(strict_types=1);

namespace Vorhut\Core\Proof;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Reach\Cause;

/**
 * Looks for the smallest change that mends failing pairs: candidates from their causes, each tried on a copy of the job
 * with every intent predicted anew, the one that mends most and breaks least first.
 */
final readonly class RepairSearch
{
    private const MAX_CANDIDATES = 8;
    private Candidates $candidates;

    public function __construct(private Job $job, private ProofReport $before)
    {
        $this->candidates = new Candidates($job);
    }

    /** @return list<Repair> for one intent, best first */
    public function forIntent(string $id): array
    {
        $prediction = $this->before->intents[$id] ?? null;

        return null === $prediction ? [] : array_values(array_filter($this->forPairs($prediction->failing()), static fn (Repair $r): bool => \in_array($id, $r->intents, true)));
    }

    /** @return list<Repair> for everything that fails in the job, best first */
    public function forJob(): array
    {
        $pairs = [];
        foreach ($this->before->intents as $prediction) {
            array_push($pairs, ...$prediction->failing());
        }

        return $this->forPairs($pairs);
    }

    /**
     * @param list<PairPrediction> $pairs
     *
     * @return list<Repair>
     */
    public function forPairs(array $pairs): array
    {
        $repairs = [];
        foreach ($this->tryable($pairs) as $candidate) {
            $repair = $this->tried($candidate);
            if ($repair->isWorthwhile()) {
                $repairs[] = $repair;
            }
        }
        usort($repairs, static fn (Repair $a, Repair $b): int => [$b->mends - $b->breaks, $a->breaks, \count($a->change->edits), $a->sentence] <=> [$a->mends - $a->breaks, $b->breaks, \count($b->change->edits), $b->sentence]);

        return $repairs;
    }

    public function tried(Candidate $candidate): Repair
    {
        $after = (new Prover($this->job->with($candidate->change)))->prove();
        $mends = $breaks = 0;
        $example = null;
        $intents = [];
        $spans = $after->spans();
        foreach ($this->before->spans() as $key => $span) {
            $now = $spans[$key] ?? Span::Untried;
            if (!$span->holds() && $now->holds()) {
                ++$mends;
                [$intent, $pair] = explode(' ', $key, 2);
                $example ??= ['intent' => $intent, 'pair' => $pair];
                $intents[$intent] = true;
            }
            $breaks += (int) ($span->holds() && !$now->holds());
        }

        return new Repair($candidate->change, $candidate->sentence, $candidate->hands, $mends, $breaks, $example, array_map(strval(...), array_keys($intents)));
    }

    /**
     * All devices with the same kind of fault in one candidate, then one by one, each only once.
     *
     * @param list<PairPrediction> $pairs
     *
     * @return list<Candidate>
     */
    private function tryable(array $pairs): array
    {
        $groups = [];
        $single = [];
        foreach ($pairs as $pair) {
            foreach (self::causes($pair) as $cause) {
                $group = $cause->rule.('not-in-list' === $cause->rule ? ' '.$cause->at : '');
                $groups[$group][] = $cause;
                $single[$cause->rule.' '.$cause->at][] = $cause;
            }
        }
        $candidates = [];
        foreach ([...array_values($groups), ...array_values($single)] as $causes) {
            foreach ([$this->candidates->forCauses($causes), $this->candidates->maskInstead($causes[0])] as $candidate) {
                if (null !== $candidate) {
                    $candidates[$candidate->sentence] ??= $candidate;
                }
            }
        }

        return \array_slice(array_values($candidates), 0, self::MAX_CANDIDATES);
    }

    /** @return list<Cause> the deciding cause and those of the exchanges that were tried beside it */
    private static function causes(PairPrediction $pair): array
    {
        $causes = null === $pair->cause ? [] : [$pair->cause];
        foreach ($pair->leaves as $leaf) {
            if (null !== $leaf->cause && !\in_array($leaf->cause, $causes, true)) {
                $causes[] = $leaf->cause;
            }
        }

        return $causes;
    }
}
