<?php

declare(strict_types=1);

namespace Vorhut\App\Visits;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Vorhut\App\Entity\Run;
use Vorhut\App\Entity\Visit;
use Vorhut\App\Entity\VisitRun;
use Vorhut\App\Lab\LabGone;
use Vorhut\App\Lab\Labs;
use Vorhut\App\Live\FieldWatch;
use Vorhut\App\Live\LiveRound;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Runs\Runner;
use Vorhut\App\Runs\Runs;
use Vorhut\App\Runs\RunStopped;
use Vorhut\App\SignOff\HandOvers;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Visit\UnitMarks;
use Vorhut\Field\Identity\UnitLooks;
use Vorhut\Field\Net\TargetGate;

/** Looks at every unit, asks every pair, and keeps what was found as a visit. */
final readonly class VisitRunner implements Runner
{
    private const SECONDS = 1.5;
    private const TELL_EVERY = 20;

    public function __construct(
        private EntityManagerInterface $em,
        private Runs $runs,
        private JobReading $reading,
        private Labs $labs,
        private FieldWatch $watch,
        private LiveRound $round,
        private HandOvers $handOvers,
        private ClockInterface $clock,
    ) {}

    public function does(Run $run): bool
    {
        return $run instanceof VisitRun;
    }

    public function do(Run $run): void
    {
        \assert($run instanceof VisitRun);
        $stored = $run->getJob();
        $context = $this->reading->context($stored);
        $pairs = $this->reading->digest($stored)->pairs;
        $total = \count(array_filter($context->job->devices, static fn (Device $d): bool => null !== $d->primaryAddress())) + $pairs;
        $done = 0;
        $step = function () use ($run, $total, &$done): bool {
            $run->progress(min(++$done, $total), $total);

            return 0 !== $done % self::TELL_EVERY || $this->runs->tell($run);
        };
        $units = $this->look($context, $run, $step);
        $intents = array_map(strval(...), array_keys($context->job->intents));
        $this->round->ask(
            stored: $stored,
            by: $run->getUser(),
            onSite: $run->isOnSite(),
            intents: $intents,
            onSeen: static fn (): bool => $step(),
        );
        if (!$this->runs->tell($run)) {
            throw new RunStopped();
        }
        $seen = $this->handOvers->seen($context);
        $by = $run->getUser();
        $visit = new Visit(
            job: $stored,
            user: $by,
            at: $this->clock->now(),
            onSite: $run->isOnSite(),
            note: $run->getNote(),
            revision: $context->revision,
            units: $units,
            seen: $seen,
        );
        $this->em->persist($visit);
        $this->em->flush();
        $run->progress($total, $total);
        $run->made($visit);
        $run->finish();
    }

    public function cleanUp(Run $run): void
    {
        // What was seen of pairs before it ended was seen; without its end there is no visit.
    }

    /**
     * @param \Closure(): bool $step
     *
     * @return array<array-key, UnitMarks> by device
     */
    private function look(JobContext $context, VisitRun $run, \Closure $step): array
    {
        $units = [];
        $onUnit = static function (string $device, UnitMarks $marks) use (&$units, $step): bool {
            $units[$device] = $marks;

            return $step();
        };
        if ($run->isOnSite()) {
            $ranges = $context->stored->getFieldRanges();
            $this->watch->during($context->stored, static function (TargetGate $gate) use ($ranges, $context, $onUnit): void {
                UnitLooks::onSite($ranges, self::SECONDS, $gate)->all($context->job, $onUnit);
            });
        } else {
            $blocks = $this->labs->blocks($context->stored) ?? throw LabGone::now();
            UnitLooks::inTheLab($context->job, $blocks, self::SECONDS)->all($context->job, $onUnit);
        }

        return $units;
    }
}
