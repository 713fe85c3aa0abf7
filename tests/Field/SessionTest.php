<?php

declare(strict_types=1);

namespace Vorhut\Tests\Field;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\App\Provision\UnitFiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Proof\Prover;
use Vorhut\Field\Announce\SapPacket;
use Vorhut\Field\Announce\SoundDescription;
use Vorhut\Field\Announce\SoundPackets;
use Vorhut\Field\Lab\LabPorts;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Net\TargetGate;
use Vorhut\Field\Probe\LiveTests;
use Vorhut\Field\StandIn\Lab;
use Vorhut\Tests\Support\Waiting;

use function Amp\delay;

/** Streams that are announced, described, and sent as networked audio has them. */
final class SessionTest extends TestCase
{
    use Waiting;

    public function testAnAnnouncementComesBackAsItWas(): void
    {
        $packet = SapPacket::announce('127.0.0.9', "v=0\r\ns=Halls\r\n");
        self::assertSame('20 00', implode(' ', str_split(bin2hex(substr($packet->encode(), 0, 2)), 2)), 'version 1, IPv4, nothing sealed');
        self::assertEquals($packet, SapPacket::parse($packet->encode()));
        self::assertSame('Halls', $packet->name());
        $gone = SapPacket::announce('127.0.0.9', "v=0\r\ns=Halls\r\n", isDeleted: true);
        self::assertTrue(SapPacket::parse($gone->encode())?->isDeleted);
        self::assertSame($packet->hash, $gone->hash, 'it is the same session');
    }

    /** @return iterable<string, array{string}> */
    public static function broken(): iterable
    {
        $whole = SapPacket::announce('127.0.0.9', "v=0\r\n")->encode();
        yield 'nothing' => [''];
        yield 'another version' => ["\x40".substr($whole, 1)];
        yield 'sealed' => ["\x22".substr($whole, 1)];
        yield 'packed' => ["\x21".substr($whole, 1)];
        yield 'from IPv6' => ["\x30".substr($whole, 1)];
        yield 'authentication that is longer than it is' => [substr_replace($whole, "\xFF", 1, 1)];
        yield 'no hash' => [substr_replace($whole, "\x00\x00", 2, 2)];
        yield 'another content' => [str_replace('application/sdp', 'text/plain-text', $whole)];
    }

    #[DataProvider('broken')]
    public function testWhatIsNoAnnouncementIsLeftOut(string $packet): void
    {
        self::assertNull(SapPacket::parse($packet));
    }

    /** A player of others takes the description and hears the tone: 24 bit, two channels, 48 kHz, packets of a millisecond. */
    public function testAForeignPlayerHearsTheStream(): void
    {
        $sockets = new Sockets(new TargetGate());
        $sender = $sockets->udp('127.0.0.1');
        $free = $sockets->udpEven('127.0.0.1');
        $port = $free->port();
        $free->close();
        $file = (string) tempnam(sys_get_temp_dir(), 'sdp');
        file_put_contents($file, SoundDescription::write(
            name: 'Halls',
            origin: '127.0.0.1',
            target: '127.0.0.1',
            port: $port,
            rateHz: 48000,
            channels: 2,
        ));
        $process = new Process([
            'ffmpeg', '-v', 'info', '-protocol_whitelist', 'file,udp,rtp', '-i', $file,
            '-t', '0.5', '-af', 'volumedetect', '-f', 'null', '-',
        ], timeout: 20);
        $process->start();
        $packets = new SoundPackets(48000, 2);
        self::assertSame(12 + 48 * 2 * 3, \strlen($packets->next()));
        try {
            $end = hrtime(true) + 15e9;
            while ($process->isRunning() && hrtime(true) < $end) {
                for ($n = 0; $n < 10; ++$n) {
                    try {
                        $sender->send('127.0.0.1', $port, $packets->next());
                    } catch (\Amp\Socket\SocketException) {
                        // It does not listen yet, or no more.
                    }
                }
                delay(0.01);
            }
        } finally {
            $process->stop(1);
            unlink($file);
        }
        $said = $process->getErrorOutput();
        self::assertStringContainsString('pcm_s24be', $said);
        self::assertStringContainsString('48000 Hz, stereo', $said);
        // A sine of a quarter of full scale: its peak 12.04 dB below, its mean 15.05.
        self::assertSame(1, preg_match('/max_volume: (-[\d.]+) dB/', $said, $max), $said);
        self::assertEqualsWithDelta(-12.0, (float) $max[1], 0.2);
        self::assertSame(1, preg_match('/mean_volume: (-[\d.]+) dB/', $said, $mean));
        self::assertEqualsWithDelta(-15.05, (float) $mean[1], 0.3);
    }

    /** Who hears it on paper hears it in the lab; who is behind a router that passes no groups on does neither. */
    public function testStreamsAreFoundByTheirAnnouncements(): void
    {
        $unit = static fn (string $id, string $kind, string $segment, string $address): array => [
            'id' => $id, 'name' => $id, 'profile' => $kind,
            'interfaces' => [['name' => 'lan', 'segment' => $segment, 'address' => $address]],
        ];
        $plan = [
            'format' => 'vorhut-job', 'version' => 1, 'job' => ['name' => 'Sessions'],
            'segments' => [
                ['id' => 'here', 'subnets' => [['prefix' => '10.153.1.0/24']]],
                ['id' => 'there', 'subnets' => [['prefix' => '10.153.2.0/24']]],
            ],
            'routers' => [['id' => 'r', 'interfaces' => [
                ['segment' => 'here', 'address' => '10.153.1.1/24'], ['segment' => 'there', 'address' => '10.153.2.1/24'],
            ]]],
            'devices' => [
                $unit('halls', 'announcement-server', 'here', '10.153.1.10/24'),
                $unit('piers', 'announcement-server', 'here', '10.153.1.11/24'),
                $unit('near', 'sound-receiver', 'here', '10.153.1.20/24'),
                $unit('far', 'sound-receiver', 'there', '10.153.2.20/24'),
            ],
            'intents' => [[
                'id' => 'hear', 'kind' => 'discover', 'from' => ['device:near', 'device:far'], 'to' => ['device:halls', 'device:piers'],
            ]],
        ];
        $job = JobFile::read(json_encode($plan, \JSON_THROW_ON_ERROR), ShippedProfiles::load());
        $paper = [];
        $prover = new Prover($job);
        foreach ($prover->pairsOf($job->intents['hear']) as $pair) {
            $paper[$pair->from.'>'.$pair->to] = $prover->pair($job->intents['hear'], $pair)->span->holds();
        }
        $lab = new Lab($job, LabPorts::ofThisUser(), UnitFiles::make());
        $live = $evidence = [];
        try {
            LiveTests::inTheLab($job, UnitFiles::make(), 1.5)->run(['hear'], static function (
                string $intent,
                string $pair,
                PairVerdict $span,
                string $said,
            ) use (&$live, &$evidence): bool {
                $live[$pair] = $span->holds();
                $evidence[] = $said;

                return true;
            });
        } finally {
            $lab->stop();
        }
        ksort($live);
        ksort($paper);
        self::assertSame(['far>halls' => false, 'far>piers' => false, 'near>halls' => true, 'near>piers' => true], $live);
        self::assertSame($paper, $live);
        self::assertStringContainsString('session: halls', implode(' ', $evidence));
    }
}
