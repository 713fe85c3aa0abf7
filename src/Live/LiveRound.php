<?php

declare(strict_types=1);

namespace Vorhut\App\Live;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Vorhut\App\Entity\Observation;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\SweepRun;
use Vorhut\App\Entity\User;
use Vorhut\App\Jobs\JobReading;
use Vorhut\App\Lab\LabGone;
use Vorhut\App\Lab\Labs;
use Vorhut\App\Provision\UnitFiles;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\Span;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Proof\Prover;
use Vorhut\Field\Net\TargetGate;
use Vorhut\Field\Probe\LiveTest;
use Vorhut\Field\Probe\LiveTests;

/** Asks the lab, or real units, and writes every pair down as an observation with its evidence. */
final readonly class LiveRound
{
    private const SECONDS = 2.0;

    public function __construct(
        private EntityManagerInterface $em,
        private JobReading $reading,
        private Labs $labs,
        private FieldWatch $watch,
        private ClockInterface $clock,
    ) {
    }

    /**
     * @param list<string> $intents
     * @param \Closure(bool, bool, int, int): bool $onSeen told of each pair whether it holds and differs from the plan, done, total
     * @param (\Closure(Pair, string): bool)|null $only only these pairs of an intent
     *
     * @throws LabGone
     */
    public function ask(StoredJob $stored, User $by, bool $onSite, array $intents, \Closure $onSeen, ?\Closure $only = null): void
    {
        $job = $this->reading->job($stored);
        $round = function (LiveTest $test) use ($stored, $by, $onSite, $job, $intents, $onSeen, $only): void {
            $this->round($test, $stored, $by, $onSite, $job, $intents, $onSeen, $only);
        };
        if ($onSite) {
            $ranges = $stored->getFieldRanges();
            $this->watch->during($stored, static fn (TargetGate $gate) => $round(LiveTests::onSite($job, $ranges, self::SECONDS, $gate)));

            return;
        }
        $blocks = $this->labs->blocks($stored) ?? throw LabGone::now();
        $round(LiveTests::inTheLab($job, UnitFiles::make(), self::SECONDS, $blocks));
    }

    /**
     * @param list<string> $intents
     * @param \Closure(bool, bool, int, int): bool $onSeen
     * @param (\Closure(Pair, string): bool)|null $only
     */
    private function round(
        LiveTest $test,
        StoredJob $stored,
        User $by,
        bool $onSite,
        Job $job,
        array $intents,
        \Closure $onSeen,
        ?\Closure $only,
    ): void {
        $prover = new Prover($job);
        $onPair = function (string $intent, string $key, Span $seen, string $evidence, int $done, int $total) use (
            $stored,
            $by,
            $onSite,
            $job,
            $prover,
            $onSeen,
        ): bool {
            $pair = Pair::fromKey($key);
            $this->em->persist(new Observation(
                $stored,
                $intent,
                $pair->from,
                $pair->to,
                $seen,
                'live test',
                $by,
                $this->clock->now(),
                $onSite ? SweepRun::ON_SITE : $pair->from,
                $evidence,
            ));

            return $onSeen($seen->holds(), $prover->pair($job->intents[$intent], $pair)->contradicts($seen), $done, $total);
        };
        $test->run($intents, $onPair, null, $only);
    }
}
