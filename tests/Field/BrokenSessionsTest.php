<?php

declare(strict_types=1);

namespace Vorhut\Tests\Field;

use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\InputStream;
use Symfony\Component\Process\Process;
use Vorhut\Core\Record\Json;
use Vorhut\Field\Lab\LabPorts;
use Vorhut\Field\Rtsp\LabViewer;
use Vorhut\Field\Sip\Digest;
use Vorhut\Tests\Support\Jobs;

/** Whoever breaks off in the middle ends that session; the lab in its own process goes on for everybody else. */
final class BrokenSessionsTest extends TestCase
{
    private const CAMERA = '127.153.20.21';
    private const VIEWER = '127.153.30.30';
    private const SECONDS = 30;

    private Process $lab;
    private string $file;

    /** @var array<string, string> an address by each service that is spoken, such as tcp/554 */
    private array $spoken = [];

    protected function setUp(): void
    {
        $this->file = (string) tempnam(sys_get_temp_dir(), 'vorhut-lab-');
        file_put_contents($this->file, str_replace('10.47.', '10.153.', Jobs::demoText('kestrel-sound')));
        $this->lab = new Process(['php', 'bin/vorhut', 'lab', $this->file, '--json'], \dirname(__DIR__, 2), timeout: 120);
        $this->lab->setInput(new InputStream());
        $this->lab->start();
        $this->lab->waitUntil(static fn (string $type, string $said): bool => Process::OUT === $type && str_contains($said, "\n"));
        $said = Json::object($this->lab->getOutput());
        self::assertIsArray($said['running']);
        foreach (array_filter($said['running'], \is_string(...)) as $line) {
            [$address, $service] = explode(' ', $line);
            $this->spoken += 'presence' === $service ? [] : [$service => $address];
        }
        self::assertGreaterThan(8, \count($this->spoken));
    }

    protected function tearDown(): void
    {
        $this->lab->stop(3);
        unlink($this->file);
    }

    public function testViewersThatLeaveInTheMiddleOfAStreamEndNothingElse(): void
    {
        for ($n = 0; $n < 7; ++$n) {
            $this->watchAndLeave();
        }
        self::assertTrue($this->lab->isRunning(), $this->lab->getErrorOutput());
        self::assertStringContainsString('RTSP/1.0 401', $this->ask($this->connected(), 'DESCRIBE'));
    }

    public function testHalfAndOddMessagesEndNothingElse(): void
    {
        $odd = ["\0", "GET / HTTP/1.1\r\n", "INVITE sip:x SIP/2.0\r\nVia: ", "DESCRIBE rtsp://x RTSP/1.0\r\nCSeq: ", random_bytes(600),
            "POST / HTTP/1.1\r\nContent-Length: 999999\r\n\r\nx", str_repeat("A: b\r\n", 3000)."\r\n"];
        foreach ($this->spoken as $service => $address) {
            [$protocol, $port] = [...explode('/', $service), ''];
            $at = self::inTheLab((int) $port);
            foreach ($odd as $bytes) {
                $this->hurt($protocol, $address, $at, $bytes);
            }
        }
        usleep(500_000);
        self::assertTrue($this->lab->isRunning(), $this->lab->getErrorOutput());
        self::assertStringContainsString('RTSP/1.0 401', $this->ask($this->connected(), 'DESCRIBE'));
    }

    private function hurt(string $protocol, string $address, int $port, string $bytes): void
    {
        $socket = @stream_socket_client(\sprintf('%s://%s:%d', $protocol, $address, $port), timeout: 2);
        if (false !== $socket) {
            @fwrite($socket, substr($bytes, 0, 1400));
            self::reset($socket);
        }
    }

    private function watchAndLeave(): void
    {
        $socket = $this->connected();
        self::assertSame(1, preg_match('/WWW-Authenticate: (.*)\r/', $this->ask($socket, 'DESCRIBE'), $m));
        $with = static fn (string $method): string => "\r\nAuthorization: "
            .Digest::answer(
                challenge: $m[1],
                user: LabViewer::USER,
                password: LabViewer::password('berth-1'),
                method: $method,
                uri: self::uri(),
                cnonce: 'c',
            );
        $setUp = $this->ask($socket, 'SETUP', "\r\nTransport: RTP/AVP/TCP;unicast;interleaved=0-1".$with('SETUP'));
        self::assertSame(1, preg_match('/Session: (\w+)/', $setUp, $session), $setUp);
        $this->ask($socket, 'PLAY', "\r\nSession: ".$session[1]);
        fread($socket, 65536);
        self::reset($socket);
        usleep(150_000);
    }

    /** @return resource */
    private function connected(): mixed
    {
        $context = stream_context_create(['socket' => ['bindto' => self::VIEWER.':0']]);
        $at = \sprintf('tcp://%s:%d', self::CAMERA, self::inTheLab(554));
        $socket = stream_socket_client($at, timeout: self::SECONDS, context: $context);
        self::assertIsResource($socket);
        stream_set_timeout($socket, self::SECONDS);

        return $socket;
    }

    /** @param resource $socket */
    private function ask(mixed $socket, string $method, string $more = ''): string
    {
        fwrite($socket, \sprintf("%s %s RTSP/1.0\r\nCSeq: 1%s\r\n\r\n", $method, self::uri(), $more));

        return (string) fread($socket, 4096);
    }

    /**
     * The connection ends without a word, with data still on its way.
     *
     * @param resource $socket
     */
    private static function reset(mixed $socket): void
    {
        $raw = \function_exists('socket_import_stream') ? socket_import_stream($socket) : false;
        if (false !== $raw) {
            @socket_set_option($raw, \SOL_SOCKET, \SO_LINGER, ['l_onoff' => 1, 'l_linger' => 0]);
        }
        fclose($socket);
    }

    private static function inTheLab(int $port): int
    {
        return LabPorts::ofThisUser()->toLab($port);
    }

    private static function uri(): string
    {
        return 'rtsp://'.self::CAMERA.'/stream';
    }
}
