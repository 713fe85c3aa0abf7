<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;
use Vorhut\Tests\Support\Waiting;

/** What dies is started again; what is stopped with the watch stays stopped. Database and web server are the test's own. */
final class WatchTest extends TestCase
{
    use Waiting;

    private const ROOT = __DIR__.'/../..';

    /** @var array<string, string> */
    private array $env;
    private string $folder;

    protected function setUp(): void
    {
        // Sockets have short names.
        $this->folder = (string) realpath(self::ROOT).'/var/watch-test';
        $this->env = [
            'DB_DIR' => $this->folder.'/db',
            'DB_PORT' => self::freePort(),
            'DB_FAST' => '1',
            'SERVE_DIR' => $this->folder.'/serve',
            'VORHUT_PORT' => self::freePort(),
            'WATCH_DIR' => $this->folder.'/watch',
            'WATCHED' => 'db serve',
            'APP_ENV' => 'test',
        ];
        $this->script('db', 'start');
        $this->script('serve', 'start');
        $this->script('watch', 'start');
    }

    protected function tearDown(): void
    {
        foreach (['watch', 'serve', 'db'] as $script) {
            $this->script($script, 'stop');
        }
        (new Process(['rm', '-rf', $this->folder]))->mustRun();
    }

    public function testWhatDiesIsStartedAgain(): void
    {
        foreach (['db' => 'db/mariadb.pid', 'serve' => 'serve/nginx.pid'] as $script => $file) {
            $before = $this->pid($file);
            posix_kill($before, \SIGKILL);
            self::until(fn (): bool => $before !== $this->pid($file) && $this->isUp($script), 60);
        }
        self::assertStringContainsString('db had died', (string) file_get_contents($this->folder.'/watch/watch.log'));
        $this->script('watch', 'stop');
        $this->script('serve', 'stop');
        sleep(5);
        self::assertFalse($this->isUp('serve'), 'nobody starts what was stopped');
    }

    private function pid(string $file): int
    {
        return (int) @file_get_contents($this->folder.'/'.$file);
    }

    private function isUp(string $script): bool
    {
        return 0 === $this->process($script, 'status')->run();
    }

    private function script(string $name, string $what): void
    {
        $this->process($name, $what)->mustRun();
    }

    private function process(string $name, string $what): Process
    {
        return new Process(['scripts/'.$name, $what], self::ROOT, $this->env, timeout: 120);
    }

    private static function freePort(): string
    {
        $socket = stream_socket_server('tcp://127.0.0.1:0');
        self::assertIsResource($socket);
        $name = (string) stream_socket_get_name($socket, false);
        fclose($socket);

        return explode(':', $name)[1];
    }
}
