<?php

declare(strict_types=1);

namespace Vorhut\App\MessageHandler;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Vorhut\App\Entity\Observation;
use Vorhut\App\Entity\TestRun;
use Vorhut\App\Message\RunLiveTest;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Plan\JobStore;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Proof\Pair;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Proof\Span;
use Vorhut\Field\Probe\LiveTests;

/** Asks the lab, writes every pair down as an observation with its evidence, and stops when it is told to. */
#[AsMessageHandler]
final class RunLiveTestHandler
{
    private const SECONDS = 2.0;

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly JobStore $store,
        private readonly JobReading $reading,
        private readonly ClockInterface $clock,
    ) {
    }

    public function __invoke(RunLiveTest $message): void
    {
        $run = $this->em->find(TestRun::class, $message->run);
        if (null === $run || $run->isOver()) {
            return;
        }
        $run->begin();
        $this->em->flush();
        $job = $this->store->assemble($run->getJob());
        $wanted = $run->getIntent();
        $intents = null === $wanted ? array_map(strval(...), array_keys($job->intents)) : array_values(array_intersect([$wanted], array_map(strval(...), array_keys($job->intents))));
        $cell = $run->getCell();
        if (null !== $cell) {
            $matrix = $this->reading->digest($run->getJob())->matrices[$cell->axis->value];
            $intents = array_values(array_filter($intents, fn (string $id): bool => [] !== $matrix->within($job, $this->reading->proof($run->getJob())->intents[$id], $cell->row, $cell->column)));
        }
        $prover = new Prover($job);
        $ranges = $run->getJob()->getFieldRanges();
        $test = $run->isOnSite() ? LiveTests::onSite($job, $ranges, self::SECONDS) : LiveTests::inTheLab($job, self::SECONDS);
        $test->run($intents, function (string $intent, string $pair, Span $seen, string $evidence, int $done, int $total) use ($run, $prover, $job): bool {
            [$from, $to] = explode('>', $pair, 2);
            $this->em->persist(new Observation($run->getJob(), $intent, $from, $to, $seen, 'live test', $run->getUser(), $this->clock->now(), $run->isOnSite() ? 'this-machine' : $from, $evidence));
            $run->saw($seen->holds(), $prover->pair($job->intents[$intent], new Pair($from, $to))->contradicts($seen), $done, $total);
            $this->em->flush();
            $this->em->refresh($run);

            return !$run->isCancelled();
        }, null, $this->only($run, $job));
        $run->finish(0 === $run->getTotal() ? 'Nothing here can be asked live yet.' : '');
        $this->em->flush();
    }

    /** @return (\Closure(Pair): bool)|null one pair, the pairs of a cell, or all */
    private function only(TestRun $run, Job $job): ?\Closure
    {
        $pair = $run->getPair();
        $cell = $run->getCell();
        if (null !== $pair) {
            return static fn (Pair $p): bool => $p->key() === $pair;
        }
        $matrix = null === $cell ? null : $this->reading->digest($run->getJob())->matrices[$cell->axis->value];

        return null === $matrix ? null : static fn (Pair $p): bool => $matrix->holds($job, $p, $cell->row, $cell->column);
    }
}
