<?php

declare(strict_types=1);

namespace Vorhut\Tests\Field;

use Eris\Generators;
use Eris\TestTrait;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\Intent\ProbeKind;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Ipv4Prefix;
use Vorhut\Field\Net\PingSocket;
use Vorhut\Field\Net\RefusedTarget;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Net\TargetGate;
use Vorhut\Field\Poll\PollMessage;
use Vorhut\Field\Probe\Prober;

/** Without field mode nothing but loopback is ever contacted: refused before a socket exists. */
final class TargetGateTest extends TestCase
{
    use TestTrait;

    public function testOnlyLoopbackPasses(): void
    {
        $gate = new TargetGate();
        $this->forAll(Generators::choose(0, 255), Generators::choose(0, 0xFFFFFF))->then(static function (
            int $first,
            int $rest,
        ) use ($gate): void {
            $address = (string) Ipv4Address::fromInt(($first << 24) | $rest);
            try {
                $gate->check($address);
                self::assertSame(127, $first);
            } catch (RefusedTarget) {
                self::assertNotSame(127, $first);
            }
        });
    }

    public function testNamesAndTricksAreRefused(): void
    {
        foreach (
            [
                'localhost',
                'example.net',
                '127.1',
                '0x7f.0.0.1',
                '::1',
                '127.0.0.1.example.net',
                '127.0.0.1 ',
                '',
                '224.0.0.251',
                '255.255.255.255',
            ] as $text
        ) {
            try {
                (new TargetGate())->check($text);
                self::fail('passed '.$text);
            } catch (RefusedTarget $e) {
                self::assertStringContainsString('127.0.0.0/8', $e->getMessage());
            }
        }
    }

    /** A confirmed range may hold groups and the broadcast of all networks: they are nobody's address. */
    public function testWhatIsManyIsRefusedWhereItsRangeIsConfirmed(): void
    {
        $gate = new TargetGate([Ipv4Prefix::fromString('0.0.0.0/0')]);
        self::assertSame('198.51.100.7', (string) $gate->check('198.51.100.7'));
        foreach (['224.0.0.251', '239.255.255.250', '255.255.255.255'] as $many) {
            try {
                $gate->check($many);
                self::fail('passed '.$many);
            } catch (RefusedTarget $e) {
                self::assertStringContainsString($many, $e->getMessage());
            }
        }
    }

    public function testEverySocketGoesPastTheGate(): void
    {
        $sockets = new Sockets(new TargetGate());
        $udp = $sockets->udp('127.0.0.1');
        $ways = [
            static fn () => $sockets->connect(address: '192.0.2.1', port: 80, seconds: 0.1),
            static fn () => $sockets->connect(address: '127.0.0.1', port: 80, seconds: 0.1, from: '192.0.2.2'),
            static fn () => $sockets->udp('0.0.0.0'),
            static fn () => $sockets->listen('0.0.0.0', 8000),
            static fn () => $udp->send(address: '192.0.2.1', port: 5060, data: 'x'),
            static fn () => $sockets->ping('192.0.2.1', 0.1),
            static fn () => PingSocket::echo(new TargetGate(), '192.0.2.1', 0.1),
        ];
        foreach ([ProbeKind::Tcp, ProbeKind::Http, ProbeKind::Rtsp, ProbeKind::Poll, ProbeKind::Sip] as $kind) {
            $ways[] = static fn () => (new Prober($sockets, 0.1))->ask($kind, '192.0.2.1', 80);
        }
        foreach ($ways as $number => $way) {
            try {
                $way();
                self::fail('way '.$number.' got past');
            } catch (RefusedTarget $e) {
                self::assertStringContainsString('not contacted', $e->getMessage());
            }
        }
        $udp->close();
    }

    /** Nothing in field/ makes a socket but those that have a gate. */
    public function testNobodyElseMakesSockets(): void
    {
        $folder = new \RecursiveIteratorIterator(
            new \RecursiveDirectoryIterator(\dirname(__DIR__, 2).'/field', \FilesystemIterator::SKIP_DOTS),
        );
        /** @var \SplFileInfo $file */
        foreach ($folder as $file) {
            if (!\in_array($file->getFilename(), ['Sockets.php', 'PingSocket.php'], true)) {
                self::assertDoesNotMatchRegularExpression(
                    '/\b(?:bindUdpSocket|DnsSocketConnector|Amp\\\\Socket\\\\(?:connect|listen)|stream_socket_\w+'
                    .'|socket_create|fsockopen|curl_init)\b/',
                    (string) file_get_contents($file->getPathname()),
                    $file->getPathname(),
                );
            }
        }
    }

    public function testFieldModeOpensOnlyWhatWasConfirmed(): void
    {
        $gate = new TargetGate([Ipv4Prefix::fromString('198.51.100.0/28')]);
        self::assertSame('198.51.100.9', (string) $gate->check('198.51.100.9'));
        $this->expectException(RefusedTarget::class);
        $gate->check('198.51.100.17');
    }

    public function testPollsAndAnswersAreRecognisedAndNothingElse(): void
    {
        $nonce = '0123456789abcdef';
        self::assertSame($nonce, PollMessage::nonceOfPoll(PollMessage::poll($nonce)));
        self::assertSame('receiver-1', PollMessage::deviceOfAnswer(PollMessage::here($nonce, 'receiver-1'), $nonce));
        self::assertNull(
            PollMessage::deviceOfAnswer(PollMessage::here('fedcba9876543210', 'receiver-1'), $nonce),
            'the answer to another poll',
        );
        $this->forAll(Generators::string())->then(static function (string $bytes): void {
            self::assertNull(PollMessage::nonceOfPoll($bytes));
        });
    }
}
