<?php

declare(strict_types=1);

namespace Vorhut\App\Plan;

use Symfony\Contracts\Cache\CacheInterface;
use Vorhut\App\Entity\StoredJob;
use Vorhut\Core\Findings\Check;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Proof\ProofReport;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Proof\Repair;
use Vorhut\Core\Proof\RepairSearch;

/** A stored job as pages read it: assembled once a request, its findings and predictions computed once a revision. */
final class JobReading
{
    /** Beyond this many devices repairs are looked for one intent at a time, and fewer of them are tried. */
    private const LARGE = 1000;
    private const FEW = 3;

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
        return $stored->getId().'-'.$stored->getRevision().'-'.$stored->getCreatedAt()->getTimestamp();
    }
}
