<?php

declare(strict_types=1);

namespace Vorhut\App\Plan;

use Psr\Clock\ClockInterface;
use Symfony\Contracts\Service\ResetInterface;
use Vorhut\App\Entity\StoredJob;
use Vorhut\Core\Findings\Check;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Proof\PredictionSummary;
use Vorhut\Core\Proof\ProofReport;
use Vorhut\Core\Proof\Prover;

/** A stored job as pages read it: assembled once a request, its findings and predictions computed once a revision. */
final class JobReading implements ResetInterface
{
    /** More devices than this are not told about in the answer to an edit, but right after it. */
    public const LARGE = 1000;

    /** @var array<int, JobContext> by number of the stored job */
    private array $hands = [];

    /** @var array<string, Prover> */
    private array $provers = [];

    public function __construct(
        private readonly PlanReader $plans,
        private readonly PlanRecords $records,
        private readonly RevisionCache $kept,
        private readonly ClockInterface $clock,
    ) {}

    public function reset(): void
    {
        $this->hands = [];
        $this->provers = [];
    }

    /** As it was when it was first asked for, unless its row has been read again and says otherwise. */
    public function context(StoredJob $stored): JobContext
    {
        return $this->held($stored) ?? $this->hands[$stored->getId()] = $this->plans->read($stored);
    }

    public function job(StoredJob $stored): Job
    {
        return $this->context($stored)->job;
    }

    public function digest(StoredJob $stored): JobDigest
    {
        $digest = $this->once($this->today($stored), $stored, fn (Job $job): JobDigest => JobDigest::compute(
            Check::run($job, $this->prover($stored), $this->now($stored)),
            $this->outlook($stored),
            $job,
        ));
        $revision = $this->revision($stored);
        if ((JobFigures::kept($stored->getFigures())->revision ?? 0) !== $revision) {
            $this->records->keepFigures(JobFigures::fromDigest($digest, $revision), DueDates::fromJob($this->job($stored)), $stored);
        }

        return $digest;
    }

    /** Whether findings and predictions can be told at once: they are known, or soon found. */
    public function isSoonTold(StoredJob $stored): bool
    {
        return \count($this->job($stored)->devices) <= self::LARGE
            || null !== $this->kept->recall($this->today($stored), $stored, $this->revision($stored));
    }

    public function proof(StoredJob $stored): ProofReport
    {
        return $this->prover($stored)->prove();
    }

    public function prover(StoredJob $stored): Prover
    {
        $context = $this->context($stored);

        return $this->provers[$context->key()] ??= new Prover($context->job);
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
    public function once(string $what, StoredJob $stored, callable $compute): mixed
    {
        return $this->kept->once($what, $stored, $this->revision($stored), function () use ($stored, $compute): array {
            $context = $this->context($stored);

            return [$context->revision, $compute($context->job)];
        });
    }

    public function revision(StoredJob $stored): int
    {
        return $this->held($stored)->revision ?? $stored->getRevision();
    }

    /** Findings look at the day, so what is kept of them holds for one. */
    private function today(StoredJob $stored): string
    {
        return 'digest-'.$this->now($stored)->format('Ymd');
    }

    private function now(StoredJob $stored): \DateTimeImmutable
    {
        return $this->clock->now()->setTimezone($stored->getTimezone());
    }

    /** What was predicted before still holds where an edit has changed nothing that predictions look at. */
    private function outlook(StoredJob $stored): PredictionSummary
    {
        $context = $this->context($stored);
        $looked = PredictionSummary::fingerprint($context->job);
        /** @var array{string, PredictionSummary}|null $before */
        $before = $this->kept->latest('outlook', $stored);
        if (null !== $before && $before[0] === $looked) {
            return $before[1];
        }
        $outlook = PredictionSummary::fromProof($context->job, $this->proof($stored));
        $this->kept->keep('outlook', $stored, $context->revision, [$looked, $outlook]);

        return $outlook;
    }

    private function held(StoredJob $stored): ?JobContext
    {
        $context = $this->hands[$stored->getId()] ?? null;

        return null === $context || $context->stored !== $stored || $context->revision < $stored->getRevision() ? null : $context;
    }
}
