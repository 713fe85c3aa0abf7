<?php

declare(strict_types=1);

namespace Vorhut\App\Live;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Vorhut\App\Entity\Observation;
use Vorhut\App\Entity\Run;
use Vorhut\App\Entity\SweepRun;
use Vorhut\App\Entity\TestRun;
use Vorhut\App\Jobs\JobReading;
use Vorhut\App\Lab\LabGone;
use Vorhut\App\Lab\Labs;
use Vorhut\App\Proof\CallStates;
use Vorhut\App\Provision\UnitFiles;
use Vorhut\App\Runs\Runner;
use Vorhut\App\Runs\Runs;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\Span;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Proof\CallOrder;
use Vorhut\Core\Proof\Prover;
use Vorhut\Field\Net\TargetGate;
use Vorhut\Field\Probe\LiveTest;
use Vorhut\Field\Probe\LiveTests;

/** Asks the lab, writes every pair down as an observation with its evidence, and stops when it is told to. */
final readonly class TestRunner implements Runner
{
    private const SECONDS = 2.0;
    /** In nanoseconds. */
    private const TELL_EVERY = 300000000;

    public function __construct(
        private EntityManagerInterface $em,
        private Runs $runs,
        private JobReading $reading,
        private Labs $labs,
        private CallStates $calls,
        private FieldWatch $watch,
        private ClockInterface $clock,
    ) {
    }

    public function does(Run $run): bool
    {
        return $run instanceof TestRun;
    }

    public function do(Run $run): void
    {
        \assert($run instanceof TestRun);
        $stored = $run->getJob();
        $job = $this->reading->job($stored);
        if ($run->isOnSite()) {
            $ranges = $stored->getFieldRanges();
            $this->watch->during($stored, fn (TargetGate $gate) => $this->run(
                $run,
                $job,
                LiveTests::onSite($job, $ranges, self::SECONDS, $gate),
            ));

            return;
        }
        $blocks = $this->labs->blocks($stored) ?? throw LabGone::now();
        $this->run($run, $job, LiveTests::inTheLab($job, UnitFiles::make(), self::SECONDS, $blocks));
    }

    private function run(TestRun $run, Job $job, LiveTest $test): void
    {
        $prover = new Prover($job);
        $told = hrtime(true);
        $onPair = function (string $intent, string $key, Span $seen, string $evidence, int $done, int $total) use (
            $run,
            $prover,
            $job,
            &$told,
        ): bool {
            $this->observe($run, $intent, $key, $seen, $evidence);
            $prediction = $prover->pair($job->intents[$intent], Pair::fromKey($key));
            $run->saw($seen->holds(), $prediction->contradicts($seen), $done, $total);

            // Written together, and often enough to be stopped soon.
            if ($done < $total && hrtime(true) < $told + self::TELL_EVERY) {
                return true;
            }
            $told = hrtime(true);

            return $this->runs->tell($run);
        };
        $test->run($this->intents($run, $job), $onPair, null, $this->only($run, $job));
        $run->finish(0 === $run->getTotal() ? 'Nothing here can be asked live yet.' : '');
    }

    public function cleanUp(Run $run): void
    {
        // What was seen before it ended was seen.
    }

    private function observe(TestRun $run, string $intent, string $pair, Span $seen, string $evidence): void
    {
        $asked = Pair::fromKey($pair);
        $vantage = $run->isOnSite() ? SweepRun::ON_SITE : $asked->from;
        $this->em->persist(new Observation(
            $run->getJob(),
            $intent,
            $asked->from,
            $asked->to,
            $seen,
            'live test',
            $run->getUser(),
            $this->clock->now(),
            $vantage,
            $evidence,
        ));
    }

    /** @return list<string> those with a pair that is wanted */
    private function intents(TestRun $run, Job $job): array
    {
        $wanted = $run->getIntent();
        $all = array_map(strval(...), array_keys($job->intents));
        $intents = null === $wanted ? $all : array_values(array_intersect([$wanted], $all));
        $step = $run->getStep();
        if (null !== $step) {
            return array_map(strval(...), array_keys($this->calls->state($run->getJob(), $step)->intents));
        }
        $cell = $run->getCell();
        if (null === $cell) {
            return $intents;
        }
        $matrix = $this->reading->digest($run->getJob())->matrices[$cell->axis->value];
        $within = $matrix->within($job, $this->reading->proof($run->getJob()), $cell->row, $cell->column);

        return array_values(array_filter($intents, static fn (string $id): bool => isset($within[$id])));
    }

    /** @return (\Closure(Pair, string): bool)|null one pair, the pairs of a cell or step, or all */
    private function only(TestRun $run, Job $job): ?\Closure
    {
        $pair = $run->getPair();
        $cell = $run->getCell();
        if (null !== $pair) {
            return static fn (Pair $p): bool => $p->key() === $pair;
        }
        $step = $run->getStep();
        if (null !== $step) {
            $order = new CallOrder($job);

            return static fn (Pair $p, string $intent): bool => $order->stepOf($job->intents[$intent], $p) === $step;
        }
        $matrix = null === $cell ? null : $this->reading->digest($run->getJob())->matrices[$cell->axis->value];

        return null === $matrix ? null : static fn (Pair $p): bool => $matrix->holds($job, $p, $cell->row, $cell->column);
    }
}
