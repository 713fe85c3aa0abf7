<?php

declare(strict_types=1);

namespace Vorhut\App\Live;

use Vorhut\App\Entity\Run;
use Vorhut\App\Entity\TestRun;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Proof\CallStates;
use Vorhut\App\Proof\Cell;
use Vorhut\App\Runs\Runner;
use Vorhut\App\Runs\Runs;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Proof\CallOrder;

/** Asks the lab, writes every pair down as an observation with its evidence, and stops when it is told to. */
final readonly class TestRunner implements Runner
{
    /** In nanoseconds. */
    private const TELL_EVERY = 300000000;

    public function __construct(
        private Runs $runs,
        private JobReading $reading,
        private CallStates $calls,
        private LiveRound $round,
    ) {}

    public function does(Run $run): bool
    {
        return $run instanceof TestRun;
    }

    public function do(Run $run): void
    {
        \assert($run instanceof TestRun);
        $told = hrtime(true);
        $isAsked = false;
        $onSeen = function (PairVerdict $seen, bool $differs, int $done, int $total) use ($run, &$told, &$isAsked): bool {
            $isAsked = $isAsked || PairVerdict::Untried !== $seen;
            $run->saw($seen->holds(), $differs, $done, $total);

            // Written together, and often enough to be stopped soon.
            if ($done < $total && hrtime(true) < $told + self::TELL_EVERY) {
                return true;
            }
            $told = hrtime(true);

            return $this->runs->tell($run);
        };
        $job = $this->reading->job($run->getJob());
        $this->round->ask(
            stored: $run->getJob(),
            by: $run->getUser(),
            onSite: $run->isOnSite(),
            intents: $this->intents($run, $job),
            onSeen: $onSeen,
            only: $this->only($run, $job),
        );
        $run->finish($isAsked ? '' : 'Nothing here can be tested live yet.');
    }

    public function cleanUp(Run $run): void
    {
        // What was seen before it ended was seen.
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
        $cell = Cell::tryFrom($run->getCell() ?? '');
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
        $cell = Cell::tryFrom($run->getCell() ?? '');
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
