<?php

declare(strict_types=1);

namespace Vorhut\App\Lab;

use Doctrine\DBAL\Exception as DatabaseException;
use Doctrine\ORM\EntityManagerInterface;
use Revolt\EventLoop;
use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Vorhut\App\Cli\LabPartCommand;
use Vorhut\App\Entity\Lab;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Plan\PlanReader;
use Vorhut\App\Provision\UnitFiles;
use Vorhut\Core\Job\Job;
use Vorhut\Field\Lab\LabRegistry;
use Vorhut\Field\Lab\LabTaken;
use Vorhut\Field\Net\Turn;
use Vorhut\Field\StandIn\LabHost;

#[AsCommand('vorhut:lab', 'Runs the stand-ins of a stored job until it is ended, and follows its plan')]
final class LabCommand extends Command
{
    private const LOOK_EVERY = 1.0;
    /** Of many stand-ins that did not start so many are named. */
    private const MAX_NAMED = 3;

    private int $revision = 0;

    /** @var array<array-key, string> by device */
    private array $faults = [];

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly PlanReader $plans,
        private readonly ClockInterface $clock,
    ) {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('job', InputArgument::REQUIRED, 'The job\'s name in its address');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $stored = $this->await($input, $output);
        $id = $stored->getId();
        try {
            $host = new LabHost($this->played($stored), LabRegistry::ofThisUser(), UnitFiles::make(), LabPartCommand::start(...));
        } catch (LabTaken $e) {
            $this->row($stored)->end($e->getMessage());
            $this->em->flush();
            $output->writeln($e->getMessage(), OutputInterface::OUTPUT_RAW);

            return self::FAILURE;
        }
        $output->writeln(\sprintf('%d stand-ins run.', $host->count()));
        $this->tell($id, $host, $output);
        Turn::guardLoop();
        $stop = EventLoop::getSuspension();
        $watch = EventLoop::repeat(self::LOOK_EVERY, function () use ($id, $host, $stop, $output): void {
            try {
                if (!$this->tell($id, $host, $output)) {
                    $stop->resume();
                }
            } catch (DatabaseException) {
                // The database is away for a moment: the stand-ins go on, and it is told the next time.
                $this->em->getConnection()->close();
            }
        });
        foreach ([\SIGINT, \SIGTERM] as $signal) {
            EventLoop::onSignal($signal, static function (string $callback) use ($stop): void {
                EventLoop::cancel($callback);
                $stop->resume();
            });
        }
        $stop->suspend();
        EventLoop::cancel($watch);
        $host->stop();
        $this->end($id);

        return self::SUCCESS;
    }

    /** Follows the plan and says how the lab is; false once the job is gone. */
    private function tell(int $id, LabHost $host, OutputInterface $output): bool
    {
        $this->em->clear();
        $stored = $this->em->find(StoredJob::class, $id);
        if (null === $stored) {
            return false;
        }
        if ($stored->getRevision() !== $this->revision || $this->row($stored)->getFaults()->keep() !== $this->faults) {
            $host->update($this->played($stored));
            $output->writeln(\sprintf('The plan changed; %d stand-ins run.', $host->count()));
        }
        $failed = $host->failed();
        $named = implode(', ', \array_slice(array_keys($failed), 0, self::MAX_NAMED));
        $sentence = '%d could not be started, for another program has their port: %s.';
        $message = [] === $failed ? '' : \sprintf($sentence, \count($failed), $named);
        $this->row($stored)->tell($host->count(), $message, $host->blocks(), $this->clock->now());
        $this->em->flush();

        return true;
    }

    /** The plan as it stands now, with what is otherwise in the lab. */
    private function played(StoredJob $stored): Job
    {
        $this->revision = $stored->getRevision();
        $faults = $this->row($stored)->getFaults();
        $this->faults = $faults->keep();

        return $faults->on($this->plans->read($stored)->job);
    }

    private function end(int $id): void
    {
        $this->em->clear();
        $stored = $this->em->find(StoredJob::class, $id);
        if (null !== $stored) {
            $this->row($stored)->end('');
            $this->em->flush();
        }
    }

    private function row(StoredJob $stored): Lab
    {
        $lab = $this->em->getRepository(Lab::class)->findOneBy(['job' => $stored]);
        if (null === $lab) {
            $lab = new Lab($stored);
            $lab->want(true);
            $this->em->persist($lab);
            $this->em->flush();
        }

        return $lab;
    }

    /** The job may come, or come back, while this runs. */
    private function await(InputInterface $input, OutputInterface $output): StoredJob
    {
        for ($said = false;; $said = true) {
            $wanted = ['slug' => $input->getArgument('job'), 'ready' => true];
            $stored = $this->em->getRepository(StoredJob::class)->findOneBy($wanted);
            if (null !== $stored) {
                return $stored;
            }
            if (!$said) {
                $output->writeln('There is no such job yet; waiting for it.');
            }
            $this->clock->sleep(self::LOOK_EVERY);
        }
    }
}
