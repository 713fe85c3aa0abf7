<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use DAMA\DoctrineTestBundle\PHPUnit\SkipDatabaseRollback;
use Symfony\Bundle\FrameworkBundle\Console\Application;
use Symfony\Component\Console\Tester\CommandTester;
use Symfony\Component\DomCrawler\Crawler;
use Symfony\Component\Process\InputStream;
use Symfony\Component\Process\Process;
use Vorhut\App\Cli\CheckCommand;
use Vorhut\Core\Record\Json;

/** Two people change one job at the same moment, again and again: the page never says anything else than the command line. */
#[SkipDatabaseRollback]
final class TwoWritersTest extends AppTestCase
{
    private const ROUNDS = 30;

    /** @var list<array{Process, InputStream}> */
    private array $writers = [];

    protected function tearDown(): void
    {
        foreach ($this->writers as [$process, $input]) {
            $input->close();
            $process->wait();
        }
        $this->freshDemo();
        parent::tearDown();
    }

    public function testThePageSaysWhatTheCommandLineSays(): void
    {
        $this->freshDemo();
        $this->client->disableReboot();
        $this->as('vera');
        $this->start('ines');
        $this->start('tomas');
        $revision = $this->version();
        $different = [];
        for ($round = 0; $round < self::ROUNDS; ++$round) {
            $this->write(0, \sprintf('horn-1 10.47.50.%d', 200 + $round % 3));
            $this->write(1, \sprintf('horn-2 10.47.50.%d', 200 + $round % 2));
            foreach ($this->answers() as $answer) {
                self::assertStringStartsWith('200 ', $answer);
            }
            $this->em()->clear();
            $page = $this->client->request('GET', self::JOB)->filter('.work .found:not(.of-day) li')->each(
                static fn (Crawler $li): string => (string) preg_replace('/^\S error |^\S warning /u', '', $li->text()),
            );
            $said = $this->commandLine();
            // What is said of several stands once, with how many more.
            preg_match_all('/Also \((\d+)\)/', implode("\n", $page), $more);
            $alike = array_sum(array_map(intval(...), $more[1]));
            self::assertSame(\count($said), \count($page) + $alike);
            $missing = array_filter($said, static fn (string $title): bool => !str_contains(implode("\n", $page), $title));
            self::assertCount($alike, $missing, 'round '.$round);
            $different[implode("\n", $said)] = true;
        }
        self::assertSame($revision + 2 * self::ROUNDS, $this->version(), 'once a change');
        self::assertGreaterThan(1, \count($different), 'they got into each other\'s way');
    }

    private function start(string $name): void
    {
        $input = new InputStream();
        $process = new Process([\PHP_BINARY, __DIR__.'/data/writer.php', $name], \dirname(__DIR__, 2), ['APP_ENV' => 'test'], $input, 300);
        $process->start();
        $this->writers[] = [$process, $input];
    }

    private function write(int $writer, string $line): void
    {
        $this->writers[$writer][1]->write($line."\n");
    }

    /**
     * Both are looked after in turn, so that both are at work at once.
     *
     * @return array<int, string> status of each writer's answer, and how often it was too late
     */
    private function answers(): array
    {
        $said = ['', ''];
        while (!str_contains($said[0], "\n") || !str_contains($said[1], "\n")) {
            foreach ($this->writers as $number => [$process]) {
                $said[$number] .= $process->getIncrementalOutput();
                self::assertTrue($process->isRunning(), $process->getErrorOutput());
            }
            usleep(200);
        }

        return $said;
    }

    /** @return list<string> the titles of what it finds in the job as exported */
    private function commandLine(): array
    {
        $this->client->request('GET', self::JOB.'/export');
        $file = (string) tempnam(sys_get_temp_dir(), 'job');
        file_put_contents($file, $this->body());
        $command = new CommandTester(new CheckCommand());
        $command->execute(['job' => $file, '--json' => true]);
        unlink($file);
        $lines = explode("\n", trim($command->getDisplay()));

        return array_map(static function (string $line): string {
            $title = Json::object($line)['title'] ?? null;

            return \is_string($title) ? $title : self::fail($line);
        }, $lines);
    }

    private function freshDemo(): void
    {
        $demo = (new Application(self::$kernel ?? throw new \LogicException()))->find('vorhut:demo');
        (new CommandTester($demo))->execute(['--fresh' => true]);
    }
}
