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
    /** Beyond this many pairs the search for repairs looks at one intent at a time. */
    private const PAIRS_FOR_REPAIRS = 1500;

    /** @var array<string, Job> */
    private array $jobs = [];

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
            (new Prover($this->job($stored)))->prove(),
            $this->job($stored),
        ));
    }

    /** @return list<Repair> the changes that would mend most, best first */
    public function repairs(StoredJob $stored): array
    {
        if ($this->digest($stored)->pairs > self::PAIRS_FOR_REPAIRS || 0 === $this->digest($stored)->failingIntents()) {
            return [];
        }

        return $this->cache->get('repairs-'.self::key($stored), fn (): array => (new RepairSearch($this->job($stored), $this->proof($stored)))->forJob());
    }

    /** @return list<Repair> for one intent */
    public function repairsFor(StoredJob $stored, string $intent): array
    {
        return $this->cache->get('repairs-'.self::key($stored).'-'.hash('xxh128', $intent), fn (): array => (new RepairSearch($this->job($stored), $this->proof($stored)))->forIntent($intent));
    }

    private function proof(StoredJob $stored): ProofReport
    {
        return (new Prover($this->job($stored)))->prove();
    }

    private static function key(StoredJob $stored): string
    {
        return $stored->getId().'-'.$stored->getRevision().'-'.$stored->getCreatedAt()->getTimestamp();
    }
}
