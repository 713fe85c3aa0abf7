<?php

declare(strict_types=1);

namespace Vorhut\Tests\Field;

use Amp\Socket\Socket;
use Amp\TimeoutCancellation;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\App\Provision\UnitFiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Field\Lab\LabPorts;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Net\TargetGate;
use Vorhut\Field\Rtp\RtpStream;
use Vorhut\Field\Rtsp\LabViewer;
use Vorhut\Field\Rtsp\RtspViewer;
use Vorhut\Field\Rtsp\Watched;
use Vorhut\Field\Sip\Digest;
use Vorhut\Field\StandIn\Lab;
use Vorhut\Tests\Support\Jobs;
use Vorhut\Tests\Support\Waiting;

/** A camera of the lab, asked for its stream as a viewer does. */
final class RtspTest extends TestCase
{
    use Waiting;

    private const CAMERA = '127.151.20.21';
    private const VIEWER = '127.151.30.30';
    private const URI = 'rtsp://127.151.20.21/stream';

    private static ?Lab $lab = null;
    private Sockets $sockets;
    private Socket $socket;
    private string $rest = '';
    private int $number = 0;
    /** Packets of RTP that came by UDP. */
    private int $heard = 0;

    public static function setUpBeforeClass(): void
    {
        $text = str_replace('10.47.', '10.151.', Jobs::demoText('kestrel-sound'));
        self::$lab = new Lab(JobFile::read($text, ShippedProfiles::load()), LabPorts::ofThisUser(), UnitFiles::make());
    }

    public static function tearDownAfterClass(): void
    {
        self::$lab?->stop();
        self::$lab = null;
    }

    protected function setUp(): void
    {
        $this->sockets = new Sockets(new TargetGate());
        $this->socket = $this->sockets->connect(self::CAMERA, LabPorts::ofThisUser()->toLab(554), 2.0, self::VIEWER);
    }

    protected function tearDown(): void
    {
        $this->socket->close();
    }

    public function testAStreamIsDescribedSetUpPlayedPausedAndEnded(): void
    {
        self::assertStringContainsString('DESCRIBE', $this->ask('OPTIONS', self::URI));
        self::assertStringContainsString('m=video', $this->proven('DESCRIBE', self::URI));
        $udp = $this->sockets->udp(self::VIEWER);
        \Amp\async(function () use ($udp): void {
            while (null !== ($datagram = $udp->receive())) {
                $this->heard += (int) RtpStream::isRtp($datagram[2]);
            }
        })->ignore();
        $transport = \sprintf('RTP/AVP;unicast;client_port=%d-%d', $udp->port(), $udp->port() + 1);
        $setUp = $this->proven('SETUP', self::URI.'/track1', ['Transport' => $transport]);
        self::assertStringContainsString('server_port=', $setUp);
        self::assertSame(1, preg_match('/^Session: (\w+);timeout=60/m', $setUp, $m));
        self::assertFalse($this->isHeard(), 'nothing before PLAY');
        $session = ['Session' => $m[1]];
        self::assertStringStartsWith('RTSP/1.0 200', $this->ask('PLAY', self::URI, $session));
        self::until($this->isHeard(...));
        self::assertStringStartsWith('RTSP/1.0 200', $this->ask('PAUSE', self::URI, $session));
        \Amp\delay(0.1);
        $before = $this->heard;
        \Amp\delay(0.2);
        self::assertSame($before, $this->heard, 'nothing while it is paused');
        self::assertStringStartsWith('RTSP/1.0 200', $this->ask('TEARDOWN', self::URI, $session));
        self::assertStringStartsWith('RTSP/1.0 454', $this->ask('PLAY', self::URI, $session));
        $udp->close();
    }

    public function testAStreamComesOnTheConnectionWhereItIsAskedFor(): void
    {
        $setUp = $this->proven('SETUP', self::URI.'/track1', ['Transport' => 'RTP/AVP/TCP;unicast;interleaved=2-3']);
        self::assertSame(1, preg_match('/^Session: (\w+)/m', $setUp, $m));
        $this->ask('PLAY', self::URI, ['Session' => $m[1]]);
        while (\strlen($this->rest) < 60) {
            $this->rest .= (string) $this->socket->read(new TimeoutCancellation(2));
        }
        self::assertSame("\$\x02", substr($this->rest, 0, 2), 'channel 2');
        self::assertSame("\x80\x60", substr($this->rest, 4, 2), 'RTP of the type that was described');
    }

    /** The camera is planned with 10 Mbit/s, of which a stand-in sends 8. */
    public function testTheStreamHasItsRateAndNothingIsMissing(): void
    {
        $viewer = new RtspViewer($this->sockets, LabViewer::USER, LabViewer::password('berth-1'), 2.0);
        $seen = $viewer->watch(self::CAMERA, LabPorts::ofThisUser()->toLab(554), self::VIEWER);
        self::assertInstanceOf(Watched::class, $seen);
        self::assertEqualsWithDelta(8000, $seen->mediaKbps(), 1200);
        self::assertLessThan(9200, $seen->kbps(), 'and no faster than it should');
        self::assertEqualsWithDelta(50, $seen->pictures(), 0.1, 'the format it is planned with');
        self::assertSame(0, $seen->lost());
        $stranger = new RtspViewer($this->sockets, LabViewer::USER, 'wrong', 2.0);
        $said = $stranger->watch(self::CAMERA, LabPorts::ofThisUser()->toLab(554), self::VIEWER);
        self::assertSame('RTSP/1.0 401 Unauthorized', $said);
    }

    /** A player of others shows it: it takes pictures for a second and decodes each of them without a complaint. */
    public function testAForeignPlayerShowsIt(): void
    {
        $url = \sprintf(
            'rtsp://%s:%s@%s:%d/',
            LabViewer::USER,
            LabViewer::password('berth-1'),
            self::CAMERA,
            LabPorts::ofThisUser()->toLab(554),
        );
        $process = new Process([
            'ffmpeg', '-v', 'error', '-rtsp_transport', 'udp', '-i', $url, '-frames:v', '20', '-f', 'framemd5', '-',
        ], timeout: 20);
        $process->start();
        self::until(static fn (): bool => !$process->isRunning(), 15);
        self::assertSame('', $process->getErrorOutput());
        $lines = array_filter(explode("\n", $process->getOutput()), static fn (string $l): bool => str_starts_with($l, '0,'));
        $sums = array_map(static fn (string $line): string => trim(explode(',', $line)[5] ?? ''), $lines);
        self::assertGreaterThanOrEqual(20, \count($sums));
        self::assertGreaterThanOrEqual(20, \count(array_unique($sums)), 'the bar moves');
    }

    public function testStrangersSeeNothing(): void
    {
        self::assertStringStartsWith('RTSP/1.0 401', $this->ask('DESCRIBE', self::URI));
        $asked = $this->ask('DESCRIBE', self::URI);
        self::assertSame(1, preg_match('/^WWW-Authenticate: (.*)\r$/m', $asked, $m));
        $wrong = (string) Digest::answer(
            challenge: $m[1],
            user: LabViewer::USER,
            password: 'wrong',
            method: 'DESCRIBE',
            uri: self::URI,
            cnonce: 'c',
        );
        self::assertStringStartsWith('RTSP/1.0 401', $this->ask('DESCRIBE', self::URI, ['Authorization' => $wrong]));
        self::assertStringStartsWith('RTSP/1.0 454', $this->ask('PLAY', self::URI, ['Session' => 'made-up']));
        self::assertStringStartsWith('RTSP/1.0 461', $this->proven('SETUP', self::URI, ['Transport' => 'RAW/RAW/UDP;port=9']));
        self::assertStringStartsWith('RTSP/1.0 501', $this->ask('RECORD', self::URI));
        $this->socket->write("hello\r\n\r\n");
        self::assertStringStartsWith('RTSP/1.0 400', $this->read());
    }

    private function isHeard(): bool
    {
        return $this->heard > 0;
    }

    /** @param array<string, string> $headers */
    private function proven(string $method, string $uri, array $headers = []): string
    {
        $asked = $this->ask($method, $uri, $headers);
        self::assertSame(1, preg_match('/^WWW-Authenticate: (.*)\r$/m', $asked, $m), $asked);
        $proof = (string) Digest::answer(
            challenge: $m[1],
            user: LabViewer::USER,
            password: LabViewer::password('berth-1'),
            method: $method,
            uri: $uri,
            cnonce: 'c',
        );

        return $this->ask($method, $uri, [...$headers, 'Authorization' => $proof]);
    }

    /** @param array<string, string> $headers */
    private function ask(string $method, string $uri, array $headers = []): string
    {
        $text = \sprintf("%s %s RTSP/1.0\r\nCSeq: %d\r\n", $method, $uri, ++$this->number);
        foreach ($headers as $name => $value) {
            $text .= $name.': '.$value."\r\n";
        }
        $this->socket->write($text."\r\n");

        return $this->read();
    }

    private function read(): string
    {
        while (!str_contains($this->rest, "\r\n\r\n")) {
            $part = $this->socket->read(new TimeoutCancellation(3));
            self::assertNotNull($part, 'the connection stays');
            $this->rest .= $part;
        }
        $end = (int) strpos($this->rest, "\r\n\r\n") + 4;
        $length = 1 === preg_match('/^Content-Length: (\d+)/m', substr($this->rest, 0, $end), $m) ? (int) $m[1] : 0;
        while (\strlen($this->rest) < $end + $length) {
            $this->rest .= (string) $this->socket->read(new TimeoutCancellation(3));
        }
        $answer = substr($this->rest, 0, $end + $length);
        $this->rest = substr($this->rest, $end + $length);

        return $answer;
    }
}
