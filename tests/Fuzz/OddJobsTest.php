<?php

declare(strict_types=1);

namespace Vorhut\Tests\Fuzz;

use PHPUnit\Framework\TestCase;
use Symfony\Component\Console\Application;
use Symfony\Component\Console\Input\ArrayInput;
use Symfony\Component\Console\Output\BufferedOutput;
use Vorhut\App\Cli;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Isolation;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Paper\PrintableLists;
use Vorhut\Tests\Support\OddJobs;

/**
 * Every command answers for any job that may be written. Some seconds, new jobs each time; with FUZZ_SECONDS=3600 for an hour. A seed that
 * fails is in the message: (new OddJobs(seed))->job() makes the job again.
 */
final class OddJobsTest extends TestCase
{
    private const SECONDS = 18;

    public function testEveryCommandAnswersForAnyJob(): void
    {
        $seconds = (int) getenv('FUZZ_SECONDS');
        $until = microtime(true) + ($seconds > 0 ? $seconds : self::SECONDS);
        $first = false === getenv('FUZZ_SEED') ? random_int(1, 1 << 30) : (int) getenv('FUZZ_SEED');
        $failed = [];
        Isolation::reportTo(static function (string $part, \Throwable $e) use (&$failed): void {
            $failed[] = $part.': '.$e->getMessage();
        });
        $jobs = 0;
        for ($seed = $first; 0 === $jobs || microtime(true) < $until; ++$seed) {
            $job = (new OddJobs($seed))->job();
            $this->ask($job, 'seed '.$seed);
            self::assertSame([], $failed, 'seed '.$seed);
            ++$jobs;
        }
        self::assertGreaterThan(0, $jobs);
    }

    protected function tearDown(): void
    {
        Isolation::reportTo(null);
    }

    private function ask(Job $job, string $title): void
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'odd');
        file_put_contents($file, JobFile::write($job));
        $application = self::application();
        try {
            foreach ($this->commands($job) as [$name, $arguments]) {
                $output = new BufferedOutput();
                try {
                    $code = $application->find($name)->run(new ArrayInput(['job' => $file, ...$arguments]), $output);
                } catch (\Throwable $e) {
                    self::fail(\sprintf('%s: %s %s: %s', $title, $name, json_encode($arguments), $e));
                }
                self::assertContains($code, [0, 1], \sprintf('%s: %s: %s', $title, $name, $output->fetch()));
            }
            foreach (PrintableLists::all() as $paper) {
                foreach ($paper->rows($job) as $row) {
                    self::assertCount(\count($paper->heads()), $row, $title.' '.$paper->name());
                }
            }
        } finally {
            unlink($file);
        }
    }

    /** @return iterable<array{string, array<string, mixed>}> */
    private function commands(Job $job): iterable
    {
        foreach (['check', 'ask', 'load', 'pairings', 'power', 'plan', 'schedule'] as $name) {
            yield [$name, []];
            yield [$name, ['--json' => true]];
        }
        yield ['prove', ['--json' => true]];
        foreach (\array_slice($job->intents, 0, 3) as $intent) {
            yield ['prove', ['--trace' => $intent->id]];
        }
        if (\count($job->devices) < 50) {
            yield ['repair', ['--json' => true]];
        }
        foreach (\array_slice($job->devices, 0, 5) as $device) {
            yield ['runbook', ['device' => $device->id]];
            yield ['settings', ['device' => $device->id]];
            yield ['first-contact', ['device' => $device->id]];
        }
    }

    private static function application(): Application
    {
        $application = new Application();
        foreach ([
            new Cli\AskCommand(), new Cli\CheckCommand(), new Cli\FirstContactCommand(), new Cli\LoadCommand(), new Cli\PairingsCommand(),
            new Cli\PlanCommand(), new Cli\PowerCommand(), new Cli\ProveCommand(), new Cli\RepairCommand(), new Cli\RunbookCommand(),
            new Cli\ScheduleCommand(), new Cli\SettingsCommand(),
        ] as $command) {
            $application->add($command);
        }

        return $application;
    }
}
