<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Psr\Clock\ClockInterface;
use Symfony\Component\Messenger\MessageBusInterface;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Plan\RevisionCache;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Repair\Repair;
use Vorhut\Core\Repair\RepairSearch;

/**
 * The changes that would mend a job, or one pair of an intent. In a job of some size that takes seconds: then the worker looks for
 * them, once a revision, and the page fills in what it finds.
 */
final readonly class JobRepairs
{
    /** With more devices than this the worker does it. */
    private const SMALL = 120;
    /** With more devices than this repairs are looked for one pair at a time, and fewer of them are tried. */
    private const LARGE = 1000;
    private const FEW = 3;
    /** Of the changes for an intent so many are tried on one pair. */
    private const TRIED = 6;
    /** Seconds until the worker is asked once more. */
    private const PATIENCE = 60;

    public function __construct(
        private JobReading $reading,
        private RevisionCache $kept,
        private MessageBusInterface $bus,
        private ClockInterface $clock,
    ) {}

    /** @return list<Repair>|null those that would mend most, best first; null while they are being looked for */
    public function forJob(StoredJob $stored): ?array
    {
        $digest = $this->reading->digest($stored);
        if ($digest->devices > self::LARGE || 0 === $digest->failingIntents()) {
            return [];
        }

        return $digest->devices <= self::SMALL
            ? $this->findForJob($stored)
            : $this->known('repairs', $stored, new FindRepairs($stored->getId(), intent: '', from: '', to: ''));
    }

    /** @return list<Repair>|null for an intent, those first that mend the pair one looks at; null while they are being looked for */
    public function forPair(StoredJob $stored, string $intent, Pair $pair): ?array
    {
        if ($this->reading->digest($stored)->devices <= self::SMALL) {
            return $this->findForPair($stored, $intent, $pair);
        }

        return $this->known(self::nameOf($intent, $pair), $stored, new FindRepairs($stored->getId(), $intent, $pair->from, $pair->to));
    }

    /** @return list<Repair> */
    public function findForJob(StoredJob $stored): array
    {
        return $this->reading->once(
            'repairs',
            $stored,
            fn (Job $job): array => (new RepairSearch($job, $this->reading->proof($stored)))->forJob(),
        );
    }

    /** @return list<Repair> */
    public function findForPair(StoredJob $stored, string $intent, Pair $pair): array
    {
        return $this->reading->once(self::nameOf($intent, $pair), $stored, function (Job $job) use ($stored, $intent, $pair): array {
            $mends = $others = [];
            foreach ($this->forIntent($stored, $intent) as $number => $repair) {
                $helps = $number < self::TRIED && self::mends($job, $repair, $intent, $pair);
                $helps ? $mends[] = $repair : $others[] = $repair;
            }

            return [...$mends, ...$others];
        });
    }

    /** @return list<Repair> */
    private function forIntent(StoredJob $stored, string $intent): array
    {
        $few = $this->reading->digest($stored)->devices > self::LARGE;

        return $this->reading->once(
            'repairs-'.hash('xxh128', $intent),
            $stored,
            fn (Job $job): array => (new RepairSearch(
                $job,
                $this->reading->proof($stored),
                $few ? self::FEW : RepairSearch::MAX_SINGLE,
            ))->forIntent($intent),
        );
    }

    private static function mends(Job $job, Repair $repair, string $intent, Pair $pair): bool
    {
        return isset($job->intents[$intent])
            && (new Prover($job->with($repair->change)))->pair($job->intents[$intent], $pair)->span->holds();
    }

    /** @return list<Repair>|null what the worker has found; else it is asked, unless it was a moment ago */
    private function known(string $what, StoredJob $stored, FindRepairs $message): ?array
    {
        $revision = $this->reading->revision($stored);
        /** @var list<Repair>|null $known */
        $known = $this->kept->recall($what, $stored, $revision);
        if (null !== $known) {
            return $known;
        }
        $now = $this->clock->now()->getTimestamp();
        $asked = $this->kept->recall($what.'-asked', $stored, $revision);
        if (!\is_int($asked) || $asked + self::PATIENCE < $now) {
            $this->kept->keep($what.'-asked', $stored, $revision, $now);
            $this->bus->dispatch($message);
        }

        return null;
    }

    private static function nameOf(string $intent, Pair $pair): string
    {
        return 'mends-'.hash('xxh128', $intent.' '.$pair->key());
    }
}
