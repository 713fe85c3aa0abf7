<?php

declare(strict_types=1);

namespace Vorhut\App\Live;

use Doctrine\ORM\EntityManagerInterface;
use Revolt\EventLoop;
use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Jobs\PlanRecords;
use Vorhut\Field\Lab\LabPorts;
use Vorhut\Field\StandIn\Lab;

#[AsCommand('vorhut:lab', 'Runs the stand-ins of a stored job until it is ended, and follows its plan')]
final class LabCommand extends Command
{
    private const LOOK_EVERY = 1.0;

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly PlanRecords $records,
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
        $revision = $stored->getRevision();
        $lab = new Lab($this->records->read($stored)->job, LabPorts::ofThisUser());
        $this->report($lab, $output);
        $stop = EventLoop::getSuspension();
        $watch = EventLoop::repeat(self::LOOK_EVERY, function () use ($id, &$revision, $lab, $output, $stop): void {
            $now = $this->em->getConnection()->fetchOne('SELECT revision FROM job WHERE id = ?', [$id]);
            if (false === $now) {
                $output->writeln('The job is gone.');
                $stop->resume();
            } elseif (is_numeric($now) && (int) $now !== $revision) {
                $revision = (int) $now;
                $this->em->clear();
                $stored = $this->em->find(StoredJob::class, $id) ?? throw new \LogicException('gone');
                $lab->update($this->records->read($stored)->job);
                $this->report($lab, $output);
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
        $lab->stop();

        return self::SUCCESS;
    }

    /** The job may come, or come back, while this runs. */
    private function await(InputInterface $input, OutputInterface $output): StoredJob
    {
        for ($said = false;; $said = true) {
            $stored = $this->em->getRepository(StoredJob::class)->findOneBy(['slug' => $input->getArgument('job')]);
            if (null !== $stored) {
                return $stored;
            }
            if (!$said) {
                $output->writeln('There is no such job yet; waiting for it.');
            }
            $this->clock->sleep(self::LOOK_EVERY);
        }
    }

    private function report(Lab $lab, OutputInterface $output): void
    {
        $output->writeln(\sprintf('%d stand-ins run.', \count($lab->running())));
        foreach ($lab->failed() as $standIn => $why) {
            $output->writeln(\sprintf('Could not start %s: %s', $standIn, $why), OutputInterface::OUTPUT_RAW);
        }
    }
}
