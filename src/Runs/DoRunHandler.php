<?php

declare(strict_types=1);

namespace Vorhut\App\Runs;

use Doctrine\ORM\EntityManagerInterface;
use Doctrine\Persistence\ManagerRegistry;
use Psr\Log\LoggerInterface;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Vorhut\App\Entity\Run;
use Vorhut\App\Lab\LabGone;
use Vorhut\App\Plan\EditConflict;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Field\Net\RefusedTarget;

/** Does runs one after the other. None stays "running" behind it: an exception ends it with a sentence. */
#[AsMessageHandler]
final readonly class DoRunHandler
{
    /** @param iterable<Runner> $runners */
    public function __construct(
        private ManagerRegistry $registry,
        private LoggerInterface $logger,
        #[AutowireIterator(Runner::class)]
        private iterable $runners,
    ) {}

    public function __invoke(DoRun $message): void
    {
        $run = $this->em()->find(Run::class, $message->run);
        if (null === $run || $run->isOver()) {
            return;
        }
        $begun = $run->begin();
        $this->em()->flush();
        $runner = $this->runner($run);
        if (!$begun) {
            $runner->cleanUp($run);

            return;
        }
        try {
            $runner->do($run);
            $this->em()->flush();
            $run->isOver() || throw new \LogicException('Its work was not finished');
        } catch (\Throwable $e) {
            $this->fail($message->run, $runner, $e);
        }
    }

    private function fail(int $id, Runner $runner, \Throwable $e): void
    {
        $this->registry->resetManager();
        $this->em()->clear();
        $run = $this->em()->find(Run::class, $id);
        if (null === $run) {
            return;
        }
        $e instanceof RunStopped ? $run->finish() : $run->fail($this->sentence($e));
        $this->em()->flush();
        $runner->cleanUp($run);
        $this->em()->flush();
    }

    /** What was refused says why itself; what nobody expected is logged, and says what to do. */
    private function sentence(\Throwable $e): string
    {
        $isSaid = $e instanceof InvalidFile || $e instanceof InvalidValue || $e instanceof EditConflict;
        if ($isSaid || $e instanceof RefusedTarget || $e instanceof LabGone) {
            return $e->getMessage();
        }
        $this->logger->error('A run ended with an error: {message}', ['message' => $e->getMessage(), 'exception' => $e]);
        $sentence = 'It ended with an error: %s. Try it again; if it happens once more, tell the administrator of this server the time.';

        return \sprintf($sentence, rtrim($e->getMessage(), '.'));
    }

    private function runner(Run $run): Runner
    {
        foreach ($this->runners as $runner) {
            if ($runner->does($run)) {
                return $runner;
            }
        }
        throw new \LogicException(\sprintf('There is no runner for %s.', $run::class));
    }

    private function em(): EntityManagerInterface
    {
        $manager = $this->registry->getManager();
        \assert($manager instanceof EntityManagerInterface);

        return $manager;
    }
}
