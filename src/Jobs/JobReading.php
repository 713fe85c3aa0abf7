<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Psr\Cache\CacheItemPoolInterface;
use Symfony\Contracts\Service\ResetInterface;
use Vorhut\App\Entity\StoredJob;
use Vorhut\Core\Findings\Check;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Proof\ProofReport;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Repair\Hands;
use Vorhut\Core\Repair\Repair;
use Vorhut\Core\Repair\RepairSearch;

/** A stored job as pages read it: assembled once a request, its findings and predictions computed once a revision. */
final class JobReading implements ResetInterface
{
    private const KEPT_FOR = 'P7D';

    /** Raised when what is kept looks different, so that nothing of an older version is read. */
    private const SHAPE = 5;

    /** Beyond this many devices repairs are looked for one intent at a time, and fewer of them are tried. */
    private const LARGE = 1000;
    private const FEW = 3;
    /** Of the changes for an intent so many are tried on one pair. */
    private const TRIED = 6;

    /** @var array<int, JobInHand> by number of the stored job */
    private array $hands = [];

    /** @var array<string, ProofReport> */
    private array $proofs = [];

    /** @var array<string, Prover> */
    private array $provers = [];

    public function __construct(
        private readonly PlanReader $plans,
        private readonly PlanRecords $records,
        private readonly CacheItemPoolInterface $cache,
    ) {
    }

    public function reset(): void
    {
        $this->hands = [];
        $this->proofs = [];
        $this->provers = [];
    }

    /** As it was when it was first asked for, unless its row has been read again and says otherwise. */
    public function hand(StoredJob $stored): JobInHand
    {
        return $this->held($stored) ?? $this->hands[$stored->getId()] = $this->plans->read($stored);
    }

    public function job(StoredJob $stored): Job
    {
        return $this->hand($stored)->job;
    }

    public function digest(StoredJob $stored): JobDigest
    {
        $digest = $this->kept('digest', $stored, fn (Job $job): JobDigest => JobDigest::of(
            Check::run($job, $this->prover($stored)),
            $this->proof($stored),
            $job,
        ));
        $revision = $this->held($stored)->revision ?? $stored->getRevision();
        if ((JobFigures::kept($stored->getFigures())->revision ?? 0) !== $revision) {
            $this->records->keepFigures(JobFigures::of($digest, $revision), $stored);
        }

        return $digest;
    }

    /** @return list<Repair> the changes that would mend most, best first */
    public function repairs(StoredJob $stored): array
    {
        if ($this->isLarge($stored) || 0 === $this->digest($stored)->failingIntents()) {
            return [];
        }

        return $this->kept('repairs', $stored, fn (Job $job): array => (new RepairSearch($job, $this->proof($stored)))->forJob());
    }

    /** @return list<Repair> for one intent */
    public function repairsFor(StoredJob $stored, string $intent): array
    {
        $most = $this->isLarge($stored) ? self::FEW : RepairSearch::MOST_SINGLE;

        return $this->kept(
            'repairs-'.hash('xxh128', $intent),
            $stored,
            fn (Job $job): array => (new RepairSearch($job, $this->proof($stored), $most))->forIntent($intent),
        );
    }

    /**
     * The changes for an intent, those that mend the pair one looks at first.
     *
     * @return list<Repair>
     */
    public function repairsForPair(StoredJob $stored, Intent $intent, Pair $pair): array
    {
        $mends = $others = [];
        foreach ($this->repairsFor($stored, $intent->id) as $number => $repair) {
            $helps = $number < self::TRIED && (new Prover($this->job($stored)->with($repair->change)))->pair($intent, $pair)->span->holds();
            $helps ? $mends[] = $repair : $others[] = $repair;
        }

        return [...$mends, ...$others];
    }

    /** What to do next: the best of what is ours to do, else of what the client has to. */
    public function next(StoredJob $stored): ?Repair
    {
        $repairs = $this->repairs($stored);
        foreach ($repairs as $repair) {
            if (Hands::Us === $repair->hands) {
                return $repair;
            }
        }

        return $repairs[0] ?? null;
    }

    public function proof(StoredJob $stored): ProofReport
    {
        $hand = $this->hand($stored);

        return $this->proofs[$hand->key()] ??= $this->prover($stored)->prove();
    }

    private function prover(StoredJob $stored): Prover
    {
        $hand = $this->hand($stored);

        return $this->provers[$hand->key()] ??= new Prover($hand->job);
    }

    private function isLarge(StoredJob $stored): bool
    {
        return $this->digest($stored)->devices > self::LARGE;
    }

    private function held(StoredJob $stored): ?JobInHand
    {
        $hand = $this->hands[$stored->getId()] ?? null;

        return null === $hand || $hand->stored !== $stored || $hand->revision < $stored->getRevision() ? null : $hand;
    }

    /**
     * Computed once a revision; the plan is read only where nothing is kept.
     *
     * @template T
     *
     * @param callable(Job): T $compute
     *
     * @return T
     */
    private function kept(string $what, StoredJob $stored, callable $compute): mixed
    {
        $revision = $this->held($stored)->revision ?? $stored->getRevision();
        // One place for each job, whatever its revision: what is kept does not grow with every edit.
        $key = \sprintf('%s-%d-%s', $what, self::SHAPE, JobInHand::keyOf($stored, 0));
        $item = $this->cache->getItem($key);
        /** @var array{int, T}|null $kept */
        $kept = $item->isHit() ? $item->get() : null;
        if (null !== $kept && $kept[0] === $revision) {
            return $kept[1];
        }
        $hand = $this->hand($stored);
        $value = $compute($hand->job);
        if ($hand->revision >= ($kept[0] ?? 0)) {
            $this->cache->save($item->set([$hand->revision, $value])->expiresAfter(new \DateInterval(self::KEPT_FOR)));
        }

        return $value;
    }
}
