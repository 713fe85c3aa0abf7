<?php

declare(strict_types=1);

namespace Vorhut\App\Lab;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Exception as DatabaseException;
use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Command\SignalableCommandInterface;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Process\Process;

#[AsCommand('vorhut:labs', 'Starts the labs that are wanted, each in a process of its own, and ends the others')]
final class LabsCommand extends Command implements SignalableCommandInterface
{
    private const LOOK_EVERY = 1.0;
    /** One that ends by itself is not started again at once. */
    private const AGAIN_AFTER = 5;

    /** @var array<string, Process> by name of the job */
    private array $running = [];

    /** @var array<string, int> when it may start again */
    private array $again = [];

    private bool $ending = false;

    public function __construct(
        private readonly Connection $database,
        private readonly ClockInterface $clock,
        #[Autowire('%kernel.project_dir%')]
        private readonly string $root,
    ) {
        parent::__construct();
    }

    /** @return list<int> */
    public function getSubscribedSignals(): array
    {
        return [\SIGINT, \SIGTERM];
    }

    public function handleSignal(int $signal, int|false $previousExitCode = 0): int|false
    {
        $this->ending = true;

        return false;
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        while (!$this->ending) {
            try {
                $this->look($output);
            } catch (DatabaseException $e) {
                $output->writeln('The database is away: '.$e->getMessage(), OutputInterface::OUTPUT_RAW);
                $this->database->close();
            }
            $this->clock->sleep(self::LOOK_EVERY);
        }
        foreach ($this->running as $process) {
            $process->stop();
        }

        return self::SUCCESS;
    }

    private function look(OutputInterface $output): void
    {
        $wanted = array_map(strval(...), array_filter(
            $this->database->fetchFirstColumn('SELECT j.slug FROM lab l JOIN job j ON j.id = l.job_id WHERE l.wanted = 1 AND j.ready = 1'),
            is_scalar(...),
        ));
        foreach (array_diff_key($this->running, array_flip($wanted)) as $slug => $process) {
            $process->stop();
            unset($this->running[$slug]);
            $output->writeln('Ended the lab of '.$slug);
        }
        $now = $this->clock->now()->getTimestamp();
        foreach ($wanted as $slug) {
            $process = $this->running[$slug] ?? null;
            if (true === $process?->isRunning() || ($this->again[$slug] ?? 0) > $now) {
                continue;
            }
            $this->again[$slug] = $now + self::AGAIN_AFTER;
            $command = [\PHP_BINARY, 'bin/console', 'vorhut:lab', $slug, '--no-interaction'];
            $this->running[$slug] = new Process($command, $this->root, timeout: null);
            $this->running[$slug]->disableOutput();
            $this->running[$slug]->start();
            $output->writeln('Started the lab of '.$slug);
        }
    }
}
