<?php

declare(strict_types=1);

namespace Vorhut\App\Plan;

use Symfony\Contracts\Cache\CacheInterface;
use Vorhut\App\Entity\StoredJob;
use Vorhut\Core\Findings\Check;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Proof\Hands;
use Vorhut\Core\Proof\Pair;
use Vorhut\Core\Proof\ProofReport;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Proof\Repair;
use Vorhut\Core\Proof\RepairSearch;

/** A stored job as pages read it: assembled once a request, its findings and predictions computed once a revision. */
final class JobReading
{
    /** Raised when what is kept looks different, so that nothing of an older version is read. */
    private const SHAPE = 2;

    /** Beyond this many devices repairs are looked for one intent at a time, and fewer of them are tried. */
    private const LARGE = 1000;
    private const FEW = 3;
    /** Of the changes for an intent so many are tried on one pair. */
    private const TRIED = 6;

    /** @var array<string, Job> */
    private array $jobs = [];

    /** @var array<string, ProofReport> */
    private array $proofs = [];

    public function __construct(
        private readonly JobStore $store,
        private readonly CacheInterface $cache,
    ) {
    }

    public function job(StoredJob $stored): Job
    {
        return $this->jobs[self::key($stored)] ??= $this->store->assemble($stored);
    }

    public function digest(StoredJob $stored): JobDigest
    {
        return $this->cache->get('digest-'.self::key($stored), fn (): JobDigest => JobDigest::of(
            Check::run($this->job($stored)),
            $this->proof($stored),
            $this->job($stored),
        ));
    }

    /** @return list<Repair> the changes that would mend most, best first */
    public function repairs(StoredJob $stored): array
    {
        if ($this->isLarge($stored) || 0 === $this->digest($stored)->failingIntents()) {
            return [];
        }

        return $this->cache->get('repairs-'.self::key($stored), fn (): array => (new RepairSearch($this->job($stored), $this->proof($stored)))->forJob());
    }

    /** @return list<Repair> for one intent */
    public function repairsFor(StoredJob $stored, string $intent): array
    {
        return $this->cache->get('repairs-'.self::key($stored).'-'.hash('xxh128', $intent), fn (): array => (new RepairSearch($this->job($stored), $this->proof($stored), $this->isLarge($stored) ? self::FEW : RepairSearch::MOST_SINGLE))->forIntent($intent));
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
        return $this->proofs[self::key($stored)] ??= (new Prover($this->job($stored)))->prove();
    }

    private function isLarge(StoredJob $stored): bool
    {
        return $this->digest($stored)->devices > self::LARGE;
    }

    private static function key(StoredJob $stored): string
    {
        return self::SHAPE.'-'.$stored->getId().'-'.$stored->getRevision().'-'.$stored->getCreatedAt()->getTimestamp();
    }
}
