<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;
use Vorhut\App\Live\ProbeFile;
use Vorhut\App\Live\ProbeLine;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Job\Job;
use Vorhut\Tests\Support\Jobs;

/** One archive that proves a plan on any machine with PHP. */
final class KitTest extends TestCase
{
    private const ROOT = __DIR__.'/../..';
    private const DEMO = 'demo/kestrel-sound.json';

    /** In an empty folder it says what it says here. */
    public function testItSaysTheSameElsewhere(): void
    {
        $folder = sys_get_temp_dir().'/kit-'.bin2hex(random_bytes(6));
        mkdir($folder, 0o700);
        try {
            $made = self::php(self::ROOT, ['bin/vorhut', 'kit', self::DEMO, '--out', $folder.'/kit.zip']);
            self::assertSame(0, $made->getExitCode(), $made->getErrorOutput());
            self::php(self::ROOT, ['bin/vorhut', 'kit', self::DEMO, '--out', $folder.'/again.zip']);
            self::assertFileEquals($folder.'/kit.zip', $folder.'/again.zip', 'the same bytes');
            $zip = new \ZipArchive();
            $zip->open($folder.'/kit.zip');
            $zip->extractTo($folder);
            self::assertSame(file_get_contents(self::ROOT.'/'.self::DEMO), $zip->getFromName('plan.json'));
            $names = array_map($zip->getNameIndex(...), range(0, $zip->numFiles - 1));
            $idle = preg_grep('~phpunit|phpstan|doctrine|\.env|tests/~', array_map(strval(...), $names));
            self::assertSame([], $idle, 'nothing that it has no need of');
            $zip->close();
            foreach (['check', 'prove', 'load', 'power'] as $command) {
                $here = self::php(self::ROOT, ['bin/vorhut', $command, self::DEMO, '--json']);
                $there = self::php($folder, ['bin/vorhut', $command, 'plan.json', '--json']);
                self::assertSame($here->getOutput(), $there->getOutput(), $command.' '.$there->getErrorOutput());
                self::assertSame($here->getExitCode(), $there->getExitCode());
                self::assertNotSame('', $there->getOutput());
            }
        } finally {
            (new Process(['rm', '-rf', $folder]))->run();
        }
    }

    /** Unpacked in an empty folder, and as another user where that can be tried, it asks a lab and writes one file of results. */
    public function testItsResultsAreOneFile(): void
    {
        $folder = sys_get_temp_dir().'/kit-'.bin2hex(random_bytes(6));
        mkdir($folder, 0o777);
        chmod($folder, 0o777);
        $lab = null;
        try {
            file_put_contents($folder.'/job.json', JobFile::write(self::small()));
            self::php(self::ROOT, ['bin/vorhut', 'kit', $folder.'/job.json', '--out', $folder.'/kit.zip']);
            (new Process(['unzip', '-q', 'kit.zip'], $folder))->mustRun();
            (new Process(['chmod', '-R', 'a+rX', $folder]))->mustRun();
            $as = 0 === posix_geteuid() ? ['setpriv', '--reuid=65534', '--regid=65534', '--clear-groups'] : [];
            $lab = new Process([...$as, \PHP_BINARY, 'bin/vorhut', 'lab', 'plan.json'], $folder, timeout: 60);
            $lab->start();
            $lab->waitUntil(static fn (string $type, string $text): bool => str_contains($text, 'stand-ins run'));
            $words = ['probe', 'plan.json', '--from', 'one', '--vantage', 'laptop in the hut', '--out', 'results.ndjson', '--timeout', '1'];
            $probe = new Process([...$as, \PHP_BINARY, 'bin/vorhut', ...$words], $folder, timeout: 60);
            self::assertSame(0, $probe->run(), $probe->getErrorOutput());
            $file = ProbeFile::read(self::small(), (string) file_get_contents($folder.'/results.ndjson'));
            self::assertSame([], $file->errors);
            self::assertSame('laptop in the hut', $file->head?->vantage);
            self::assertSame(hash('sha256', JobFile::write(self::small())), $file->head->plan);
            self::assertSame('10.204.1.20', $file->head->clock, 'a time server said how its clock goes');
            self::assertEqualsWithDelta(0.0, $file->head->offset, 0.5);
            self::assertSame('its clock is right, by 10.204.1.20', $file->clock());
            self::assertSame([['reach', 'one', 'two', PairVerdict::Through, 'laptop in the hut']], array_map(
                static fn (ProbeLine $l): array => [$l->intent, $l->from, $l->to, $l->seen, $l->vantage],
                $file->seen,
            ));
            $now = new \DateTimeImmutable();
            self::assertEqualsWithDelta($now->getTimestamp(), $file->when($file->seen[0], $now)->getTimestamp(), 30);
        } finally {
            $lab?->stop(2);
            (new Process(['rm', '-rf', $folder]))->run();
        }
    }

    private static function small(): Job
    {
        return Jobs::make(
            ['lan' => ['prefix' => '10.204.1.0/24', 'ntp' => ['10.204.1.20']]],
            [
                'one' => ['at' => ['lan', '10.204.1.10/24']],
                'two' => [
                    'at' => ['lan', '10.204.1.11/24'],
                    'if' => ['extraAddresses' => ['10.204.1.20/24'], 'listens' => ['udp/123']],
                ],
            ],
            [],
            [['id' => 'reach', 'kind' => 'reach', 'from' => ['device:one'], 'to' => ['device:two']]],
        );
    }

    public function testWhatCannotBeWrittenIsSaid(): void
    {
        $nothing = self::php(self::ROOT, ['bin/vorhut', 'kit', self::DEMO]);
        self::assertSame(2, $nothing->getExitCode());
        self::assertStringContainsString('after --out', $nothing->getErrorOutput());
        $nowhere = self::php(self::ROOT, ['bin/vorhut', 'kit', self::DEMO, '--out', '/nowhere/kit.zip']);
        self::assertSame(2, $nowhere->getExitCode());
        self::assertStringContainsString('a folder that exists', $nowhere->getErrorOutput());
    }

    /** @param list<string> $words */
    private static function php(string $folder, array $words): Process
    {
        $process = new Process([\PHP_BINARY, ...$words], $folder, timeout: 60);
        $process->run();

        return $process;
    }
}
