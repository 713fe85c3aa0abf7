<?php

declare(strict_types=1);

namespace Vorhut\App\Live;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Vorhut\App\Entity\Observation;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\SweepRun;
use Vorhut\App\Entity\User;
use Vorhut\App\Lab\LabGone;
use Vorhut\App\Lab\Labs;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Provision\UnitFiles;
use Vorhut\App\Vault\Vault;
use Vorhut\App\Vault\VaultClosed;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Secret\RegistrationSecrets;
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
        private Vault $vault,
        private ClockInterface $clock,
    ) {}

    /**
     * @param list<string> $intents
     * @param \Closure(PairVerdict, bool, int, int): bool $onSeen told what was seen, whether it differs from the plan, done, total
     * @param (\Closure(Pair, string): bool)|null $only only these pairs of an intent
     *
     * @throws LabGone
     */
    public function ask(StoredJob $stored, User $by, bool $onSite, array $intents, \Closure $onSeen, ?\Closure $only = null): void
    {
        $job = $this->reading->job($stored);
        $round = function (LiveTest $test) use ($stored, $by, $onSite, $job, $intents, $onSeen, $only): void {
            $this->round(
                test: $test,
                stored: $stored,
                by: $by,
                onSite: $onSite,
                job: $job,
                intents: $intents,
                onSeen: $onSeen,
                only: $only,
            );
        };
        if ($onSite) {
            $ranges = $stored->getFieldRanges();
            $secret = fn (string $number): ?string => $this->secret($stored, $number);
            $this->watch->during($stored, static fn (TargetGate $gate) => $round(
                LiveTests::onSite(
                    job: $job,
                    confirmed: $ranges,
                    seconds: self::SECONDS,
                    gate: $gate,
                    secret: $secret,
                    renderer: UnitFiles::make(),
                ),
            ));

            return;
        }
        $blocks = $this->labs->blocks($stored) ?? throw LabGone::now();
        $round(LiveTests::inTheLab($job, UnitFiles::make(), self::SECONDS, $blocks));
    }

    /** With what a number registers; null where it is not kept, or the vault is closed. */
    private function secret(StoredJob $stored, string $number): ?string
    {
        $secret = $this->vault->find($stored, RegistrationSecrets::name($number));
        try {
            return null === $secret ? null : $this->vault->open($secret);
        } catch (VaultClosed) {
            return null;
        }
    }

    /**
     * @param list<string> $intents
     * @param \Closure(PairVerdict, bool, int, int): bool $onSeen
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
        $onPair = function (string $intent, string $key, PairVerdict $seen, string $evidence, int $done, int $total) use (
            $stored,
            $by,
            $onSite,
            $job,
            $prover,
            $onSeen,
        ): bool {
            $pair = Pair::fromKey($key);
            $this->em->persist(new Observation(
                job: $stored,
                intent: $intent,
                asker: $pair->from,
                asked: $pair->to,
                span: $seen,
                note: 'live test',
                user: $by,
                at: $this->clock->now(),
                vantage: $onSite ? SweepRun::ON_SITE : $pair->from,
                evidence: $evidence,
                onSite: $onSite,
            ));

            return $onSeen($seen, $prover->pair($job->intents[$intent], $pair)->contradicts($seen), $done, $total);
        };
        $test->run($intents, $onPair, null, $only);
    }
}
