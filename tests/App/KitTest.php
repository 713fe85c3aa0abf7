<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;

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
