<?php

declare(strict_types=1);

namespace Vorhut\Tests\Field;

use Amp\CancelledException;
use Amp\TimeoutCancellation;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\App\Provision\UnitFiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Intent\ProbeKind;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Reach\Node\Network;
use Vorhut\Core\Record\Json;
use Vorhut\Field\Dns\DnsMessage;
use Vorhut\Field\Dns\DnsRecord;
use Vorhut\Field\Dns\ServiceBook;
use Vorhut\Field\Lab\LabAddresses;
use Vorhut\Field\Lab\LabPorts;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Net\TargetGate;
use Vorhut\Field\Probe\LiveTests;
use Vorhut\Field\Probe\Prober;
use Vorhut\Field\Probe\ProbeResult;
use Vorhut\Field\Probe\ProbeStatus;
use Vorhut\Field\Probe\Sweep;
use Vorhut\Field\Rtp\ReceiverReport;
use Vorhut\Field\Rtp\RtpStream;
use Vorhut\Field\StandIn\Lab;
use Vorhut\Tests\Support\Jobs;

use function Amp\async;
use function Amp\delay;

/** Real sockets on loopback, against the lab of the demo job. */
final class LabTest extends TestCase
{
    private const STATION = '127.147.30.20';
    private static ?Lab $lab = null;

    public static function tearDownAfterClass(): void
    {
        self::$lab?->stop();
        self::$lab = null;
    }

    public function testUnitsAnswerOnlyWhereRequestAndAnswerGetThrough(): void
    {
        $this->lab();
        self::assertSame(ProbeStatus::Answered, $this->ask(ProbeKind::Poll, '127.147.60.32', 2202)->status);
        self::assertSame('receiver-1', $this->ask(ProbeKind::Poll, '127.147.60.32', 2202)->evidence['device']);
        self::assertSame(
            ProbeStatus::Silent,
            $this->ask(ProbeKind::Poll, '127.147.60.34', 2202)->status,
            'no gateway is set',
        );
        self::assertSame(
            ProbeStatus::Answered,
            $this->ask(ProbeKind::Poll, target: '127.147.60.34', port: 2202, from: '127.147.60.32')->status,
            'a neighbour gets its answer',
        );
        self::assertSame(ProbeStatus::Closed, $this->ask(ProbeKind::Http, '127.147.60.34', 80)->status);
        self::assertSame(ProbeStatus::Closed, $this->ask(ProbeKind::Tcp, '127.147.60.34', 80)->status);
        self::assertSame(
            ProbeStatus::Closed,
            $this->ask(ProbeKind::Http, target: '127.147.60.32', port: 80, from: '127.3.3.3')->status,
            'who is not in the plan stands outside it',
        );
        self::assertSame(
            [ProbeStatus::Answered, ProbeStatus::Answered, ProbeStatus::Answered],
            [
                $this->ask(ProbeKind::Http, target: '127.147.60.32', port: 80, from: '127.0.0.1')->status,
                $this->ask(ProbeKind::Poll, target: '127.147.60.34', port: 2202, from: '127.0.0.1')->status,
                $this->ask(ProbeKind::DnsSd, target: '127.147.20.21', port: 5353, from: '127.0.0.1')->status,
            ],
            'at the bench one stands beside the unit',
        );
    }

    public function testProbesSpeakTheirProtocols(): void
    {
        $this->lab();
        $page = $this->ask(ProbeKind::Http, '127.147.20.21', 80);
        self::assertSame(['status' => 'HTTP/1.1 200 OK', 'says' => 'stand-in/3.0'], $page->evidence);
        $rtsp = $this->ask(ProbeKind::Rtsp, '127.147.20.21', 554);
        self::assertSame(['status' => 'RTSP/1.0 200 OK', 'says' => 'stand-in'], $rtsp->evidence);
        self::assertSame(ProbeStatus::Answered, $this->ask(ProbeKind::Tcp, '127.147.10.10', 443)->status);
        self::assertSame(ProbeStatus::Refused, $this->ask(ProbeKind::Tcp, '127.147.10.10', 4430)->status);
        self::assertSame('200 OK', $this->ask(ProbeKind::Sip, '127.147.10.10', 5060)->evidence['status']);
        self::assertStringContainsString(
            'INVITE',
            (string) $this->ask(ProbeKind::Sip, '127.147.60.48', 5060)->evidence['allows'],
            'the hut phone, across subnets',
        );
        self::assertSame(
            ProbeStatus::Silent,
            $this->ask(ProbeKind::Sip, target: '127.147.10.10', port: 5060, from: '127.147.90.50')->status,
            'guests are filtered',
        );
        $services = $this->ask(ProbeKind::DnsSd, target: '127.147.20.21', port: 5353, from: '127.147.20.22');
        self::assertSame(ProbeStatus::Answered, $services->status);
        self::assertSame('_http._tcp.local _rtsp._tcp.local', $services->evidence['services']);
        self::assertStringEndsWith('.local:80', (string) $services->evidence['host']);
        self::assertSame(
            ProbeStatus::Silent,
            $this->ask(ProbeKind::DnsSd, target: '127.147.20.21', port: 5353, from: '127.147.10.10')->status,
            'another segment, and no relay',
        );
        self::assertContains(
            $this->ask(ProbeKind::Rtsp, '127.147.20.21', 80)->status,
            [ProbeStatus::Strange, ProbeStatus::Answered],
            'a page answers RTSP with an error of its own',
        );
        self::assertSame(ProbeStatus::Strange, $this->ask(ProbeKind::Rtsp, '127.147.20.21', 80)->status);
    }

    /** What the engine predicts and what the lab shows are the same story, for every pair that can be asked. */
    public function testPredictedAndObservedAgree(): void
    {
        $this->lab();
        $predicted = (new Prover(self::demo()))->prove();
        $seen = self::liveTest(self::demo());
        $compared = 0;
        self::assertCount(95, $seen);
        foreach ($predicted->intents as $id => $prediction) {
            foreach ($prediction->pairs() as $pair) {
                $observed = $seen[$id.' '.$pair->pair->key()] ?? null;
                if (null !== $observed) {
                    self::assertFalse($pair->contradicts($observed), $id.' '.$pair->pair->key());
                    ++$compared;
                }
            }
        }
        self::assertSame(95, $compared);
    }

    public function testTheLabFollowsThePlan(): void
    {
        $lab = $this->lab();
        $job = self::demo();
        $mended = $job->with(new ChangeSet('', [$job->editInterface(Device::class, 'receiver-3', 0, ['gateway' => '10.147.60.1'])]));
        $lab->update($mended);
        self::assertSame(ProbeStatus::Answered, $this->ask(ProbeKind::Poll, '127.147.60.34', 2202)->status);
        $lab->update(
            $mended->with(
                new ChangeSet('', [
                    $mended->editInterface(Device::class, 'receiver-3', 0, ['address' => '10.147.60.99/25']),
                ]),
            ),
        );
        self::assertSame(ProbeStatus::Answered, $this->ask(ProbeKind::Poll, '127.147.60.99', 2202)->status, 'it moved');
        self::assertContains(
            $this->ask(ProbeKind::Tcp, '127.147.60.34', 80)->status,
            [ProbeStatus::Refused],
            'and answers only at the new address',
        );
        $lab->update($job);
        self::assertSame(ProbeStatus::Silent, $this->ask(ProbeKind::Poll, '127.147.60.34', 2202)->status);
    }

    /** The gateway of the far phone is taken away: prediction and lab turn together, and turn back with it. */
    public function testACallAcrossSubnetsTurnsWithThePlan(): void
    {
        $lab = $this->lab();
        $job = self::demo();
        [$span, $evidence] = self::farCall($job);
        self::assertSame(PairVerdict::Through, $span);
        self::assertMatchesRegularExpression(
            '/RTP there: heard, \d+ lost, RTP back: [1-9]\d? packets, \d+ lost, '
            .'payload type: 8, jitter: [\d.]+ ms, score: R \d+/',
            $evidence,
        );

        $cut = $job->with(new ChangeSet('', [$job->editInterface(Device::class, 'hut-phone', 0, ['gateway' => null])]));
        $lab->update($cut);
        $predicted = (new Prover($cut))->prove()->intents['hut-calls-control']->pairs()[0];
        self::assertSame('gateway-missing', $predicted->cause?->rule->value);
        [$span, $evidence] = self::farCall($cut);
        self::assertFalse($span->holds());
        self::assertFalse($predicted->contradicts($span));
        self::assertStringContainsString('REGISTER Hut phone: no answer', $evidence, 'it breaks where the engine says');

        $lab->update($job);
        self::assertSame(PairVerdict::Through, self::farCall($job)[0]);
    }

    public function testASweepFindsWhoIsThereAndCanBeStopped(): void
    {
        $this->lab();
        $questions = [];
        for ($host = 30; $host < 50; ++$host) {
            $questions[] = ['kind' => ProbeKind::Poll, 'target' => '127.147.60.'.$host, 'port' => 2202, 'from' => '127.147.60.48'];
        }
        $found = [];
        (new Sweep($this->prober()))->run($questions, static function (ProbeResult $result) use (&$found): bool {
            if (ProbeStatus::Answered === $result->status) {
                $found[] = $result->evidence['device'];
            }

            return true;
        });
        sort($found);
        self::assertSame(['receiver-1', 'receiver-2', 'receiver-3', 'receiver-4', 'receiver-5'], $found);
        $asked = 0;
        (new Sweep($this->prober(), 2))->run($questions, static function () use (&$asked): bool {
            return ++$asked < 3;
        });
        self::assertLessThan(8, $asked);
    }

    /** Ten thousand pieces of nonsense at each kind of UDP port, hundreds at TCP ones: they go on serving. */
    public function testMalformedInputStopsNobody(): void
    {
        $this->lab();
        $sockets = new Sockets(new TargetGate());
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(7));
        $good = [
            2202 => 'POLL 0123456789abcdef',
            5060 => "INVITE sip:2001@127.147.10.10 SIP/2.0\r\nVia: SIP/2.0/UDP 127.147.30.20:9;branch=z9hG4bKq\r\nFrom: "
                ."<sip:2001@x>;tag=1\r\nTo: <sip:2001@x>\r\nCall-ID: c\r\nCSeq: 1 INVITE\r\nContact: "
                ."<sip:a@192.0.2.1>\r\nContent-Length: 60\r\n\r\nv=0\r\nc=IN IP4 192.0.2.1\r\nm=audio 0 RTP/AVP 0\r\n"
                ."a=sendrecv\r\n",
            5353 => (string) new DnsMessage(7, false, [
                new DnsRecord(ServiceBook::ENUMERATION, DnsRecord::PTR),
                new DnsRecord(['a', 'b'], 255),
            ]),
        ];
        foreach (['127.147.60.32' => 2202, '127.147.10.10' => 5060, '127.147.60.48' => 5060, '127.147.20.21' => 5353] as $target => $port) {
            $udp = $sockets->udp(self::STATION);
            for ($n = 0; $n < 10000; ++$n) {
                $bytes = match ($n % 3) {
                    0 => $random->getBytes($random->getInt(1, 1200)),
                    1 => substr_replace($good[$port], $random->getBytes(2), $random->getInt(0, \strlen($good[$port]) - 3), 2),
                    default => substr($good[$port], 0, $random->getInt(1, \strlen($good[$port]))),
                };
                $udp->send($target, $port, $bytes);
                if (0 === $n % 100) {
                    delay(0.001);
                }
            }
            $udp->close();
        }
        $page = "HEAD / HTTP/1.1\r\nHost: x\r\n\r\n";
        for ($n = 0; $n < 400; ++$n) {
            $bytes = 0 === $n % 2
                ? $random->getBytes(300)
                : substr_replace($page, $random->getBytes(2), $random->getInt(0, \strlen($page) - 3), 2);
            $socket = $sockets->connect(
                '127.147.20.21',
                LabPorts::ofThisUser()->toLab(0 === $n % 3 ? 554 : 80),
                1.0,
                self::STATION,
            );
            async(static fn () => $socket->write($bytes))->ignore();
            $socket->close();
        }
        delay(0.2);
        self::assertSame(ProbeStatus::Answered, $this->ask(ProbeKind::Poll, '127.147.60.32', 2202)->status);
        self::assertSame(ProbeStatus::Answered, $this->ask(ProbeKind::Sip, '127.147.10.10', 5060)->status);
        self::assertSame(ProbeStatus::Answered, $this->ask(ProbeKind::Sip, '127.147.60.48', 5060)->status);
        self::assertSame(
            ProbeStatus::Answered,
            $this->ask(ProbeKind::DnsSd, target: '127.147.20.21', port: 5353, from: '127.147.20.22')->status,
        );
        self::assertSame(ProbeStatus::Answered, $this->ask(ProbeKind::Http, '127.147.20.21', 80)->status);
        self::assertSame(ProbeStatus::Answered, $this->ask(ProbeKind::Rtsp, '127.147.20.21', 554)->status);
    }

    /** A probe hears nothing but what answers it. */
    public function testNonsenseInAnswersStopsNoProbe(): void
    {
        $sockets = new Sockets(new TargetGate());
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(8));
        foreach ([ProbeKind::Poll, ProbeKind::Sip, ProbeKind::DnsSd] as $kind) {
            $hostile = $sockets->udp('127.199.9.9');
            async(static function () use ($hostile, $random): void {
                while (null !== ($datagram = $hostile->receive())) {
                    for ($n = 0; $n < 10000; ++$n) {
                        $hostile->send(
                            $datagram[0],
                            $datagram[1],
                            0 === $n % 2
                                ? $random->getBytes($random->getInt(1, 500))
                                : substr_replace(
                                    $datagram[2],
                                    $random->getBytes(2),
                                    $random->getInt(0, \strlen($datagram[2]) - 1),
                                    2,
                                ),
                        );
                        if (0 === $n % 100) {
                            delay(0.001);
                        }
                    }
                }
            })->ignore();
            self::assertSame(ProbeStatus::Silent, $this->prober()->ask($kind, '127.199.9.9', $hostile->port(), self::STATION)->status);
            $hostile->close();
        }
    }

    public function testAPortThatIsTakenIsReportedAndTheOthersRun(): void
    {
        $lab = $this->lab();
        $second = new Lab(self::demo(), LabPorts::ofThisUser(), UnitFiles::make());
        // The phone system has TCP beside its UDP.
        $isTcp = static fn (string $standIn): bool => str_contains($standIn, 'tcp/') || '127.147.10.10 udp/5060' === $standIn;
        $tcp = array_filter($lab->running(), $isTcp);
        self::assertEqualsCanonicalizing(
            array_values($tcp),
            array_keys($second->failed()),
            'Linux lets two programs share a UDP port, not a TCP one',
        );
        $second->stop();
    }

    /** Its address is known only from the lease it will get; the lab has one for it all the same. */
    #[TestWith(['10.149.1'])]
    #[TestWith(['192.168.149'])]
    public function testAUnitWithALeaseAsksAndIsAsked(string $net): void
    {
        $subnet = ['prefix' => $net.'.0/24', 'gateway' => $net.'.1', 'dhcp' => [$net.'.100-'.$net.'.110']];
        $horn = static fn (string $id, array $port): array => [
            'id' => $id,
            'profile' => 'paging-horn',
            'interfaces' => [['segment' => 'a'] + $port],
        ];
        $wish = ['kind' => 'reach', 'service' => 'tcp/80'];
        $job = JobFile::read(Json::line([
            'format' => 'vorhut-job',
            'version' => 1,
            'job' => ['name' => 'Leased'],
            'segments' => [['id' => 'a', 'subnets' => [$subnet]]],
            'devices' => [$horn('fixed', ['address' => $net.'.10/24']), $horn('leased', ['mode' => 'dhcp'])],
            'intents' => [
                ['id' => 'asks', 'from' => ['device:leased'], 'to' => ['device:fixed']] + $wish,
                ['id' => 'asked', 'from' => ['device:fixed'], 'to' => ['device:leased']] + $wish,
            ],
        ]), ShippedProfiles::load());
        $lab = new Lab($job, LabPorts::ofThisUser(), UnitFiles::make());
        $seen = self::liveTest($job);
        $lab->stop();
        self::assertEquals(['asked fixed>leased' => PairVerdict::Through, 'asks leased>fixed' => PairVerdict::Through], $seen);
    }

    public function testLabAddressesAreTheirOwnInverse(): void
    {
        $job = Jobs::make(['a' => '172.16.0.0/12', 'b' => '10.255.254.0/24'], [
            'x' => ['at' => ['a', '172.16.1.44/12']],
            'y' => ['at' => ['a', '172.17.1.44/12']],
            'z' => ['at' => ['b', '10.255.254.9/24']],
        ]);
        $addresses = new LabAddresses(new Network($job));
        $seen = [];
        foreach (['172.16.1.44', '172.17.1.44', '10.255.254.9', '10.147.1.2'] as $planned) {
            $lab = $addresses->toLab(Ipv4Address::fromString($planned));
            self::assertTrue($lab->isLoopback());
            self::assertSame($planned, (string) $addresses->toPlanned($lab));
            self::assertArrayNotHasKey((string) $lab, $seen);
            $seen[(string) $lab] = true;
        }
        self::assertSame('127.147.1.2', (string) $addresses->toLab(Ipv4Address::fromString('10.147.1.2')));
        self::assertSame(
            ['172.16.1.0/24' => '127.255.253.0/24', '172.17.1.0/24' => '127.255.252.0/24'],
            $addresses->table(),
            'the block a planned 10.x needs is left alone',
        );
        $this->expectException(\OutOfBoundsException::class);
        $addresses->toLab(Ipv4Address::fromString('192.0.2.1'));
    }

    /** @return array{PairVerdict, string} what a live call from the hut to the control room shows */
    private static function farCall(Job $job): array
    {
        $spans = $evidences = [];
        LiveTests::inTheLab($job, UnitFiles::make(), 1.5)->run(
            ['hut-calls-control'],
            static function (string $intent, string $pair, PairVerdict $span, string $evidence) use (
                &$spans,
                &$evidences,
            ): bool {
                $spans[] = $span;
                $evidences[] = $evidence;

                return true;
            }, null, static fn (Pair $pair): bool => 'hut-phone>control-phone-1' === $pair->key());
        self::assertCount(1, $spans);

        return [$spans[0], implode(' ', $evidences)];
    }

    /** Announcements to a group, a page by call, and a stream that is asked for: each heard by a stand-in that reports it. */
    public function testPagingAndStreamsAreHeardWhereThePlanHasThem(): void
    {
        $job = self::heard();
        $lab = new Lab($job, LabPorts::ofThisUser(), UnitFiles::make());
        try {
            self::assertSame([], $lab->failed());
            $seen = self::liveTest($job);
        } finally {
            $lab->stop();
        }
        self::assertEquals([
            'group mixer>horn' => PairVerdict::Through,
            'group mixer>far-horn' => PairVerdict::NoReply,
            'stream camera>wall' => PairVerdict::Through,
            'stream camera>far-wall' => PairVerdict::NoReply,
            'page phone>ring-horn' => PairVerdict::Through,
            'page phone>mute-horn' => PairVerdict::Through,
            'speak phone>mute-horn' => PairVerdict::OneWay,
        ], $seen);
        $prover = new Prover($job);
        foreach ($seen as $key => $span) {
            [$intent, $pair] = explode(' ', $key);
            self::assertFalse($prover->pair($job->intents[$intent], Pair::fromKey($pair))->contradicts($span), $key);
        }
    }

    public function testAReportOfAnotherStreamIsNoAnswer(): void
    {
        $sockets = new Sockets(new TargetGate());
        $stream = new RtpStream($sockets->udp('127.0.0.1'));
        $peer = $sockets->udp('127.0.0.1');
        try {
            $peer->send('127.0.0.1', $stream->port, (new ReceiverReport(source: 0x11223344, lost: 0, highest: 9))->encode(7));
            $this->expectException(CancelledException::class);
            $stream->report(new TimeoutCancellation(0.3));
        } finally {
            $stream->close();
            $peer->close();
        }
    }

    public function testAReceiverReportsWhatItMissed(): void
    {
        $report = ReceiverReport::parse((new ReceiverReport(source: 0xFFFFFFFF, lost: 3, highest: 0x1FFFE))->encode(7));
        self::assertSame([0xFFFFFFFF, 3, 0x1FFFE], [$report?->source, $report?->lost, $report?->highest]);
        foreach (['', str_repeat("\0", 32), substr((new ReceiverReport(source: 1, lost: 0, highest: 1))->encode(7), 0, 31)] as $other) {
            self::assertNull(ReceiverReport::parse($other));
        }
    }

    /** Two networks without multicast between them and without a route back from the far one. */
    private static function heard(): Job
    {
        $unit = static fn (string $at, mixed ...$more): array => ['at' => ['a', $at.'/24', '10.148.1.1'], ...$more];
        $far = static fn (string $at, mixed ...$more): array => ['at' => ['b', $at.'/24', null], ...$more];
        $deny = ['action' => 'deny', 'from' => '10.148.3.0/24', 'to' => 'any', 'protocol' => 'udp', 'ports' => '11000-11019'];
        $joins = ['joins' => ['239.192.50.1'], 'listens' => ['udp/12000']];

        /** @var array<string, array<string, mixed>> $hosts */
        $hosts = [
            'mixer' => $unit('10.148.1.10'),
            'horn' => $unit('10.148.1.11', profile: 'paging-horn', if: $joins),
            'far-horn' => $far('10.148.2.11', profile: 'paging-horn', if: $joins),
            'camera' => $unit('10.148.1.20', profile: 'ptz-camera-rotary'),
            'wall' => $unit('10.148.1.21', if: ['listens' => ['udp/5004']]),
            'far-wall' => $far('10.148.2.21', if: ['listens' => ['udp/5004']]),
            'pbx' => $unit('10.148.1.5', profile: 'phone-system'),
            'phone' => $unit('10.148.1.30', profile: 'desk-phone-page'),
            'mute-horn' => ['profile' => 'paging-horn', 'at' => ['c', '10.148.3.31/24', '10.148.3.1'], 'if' => ['joins' => []]],
            'ring-horn' => $unit('10.148.1.31', profile: 'paging-horn', if: ['joins' => []]),
        ];

        return Jobs::make(
            segments: ['a' => '10.148.1.0/24', 'b' => '10.148.2.0/24', 'c' => '10.148.3.0/24'],
            hosts: $hosts,
            routers: [
                'r' => [
                    'in' => ['a' => '10.148.1.1/24', 'b' => '10.148.2.1/24', 'c' => '10.148.3.1/24'],
                    'rules' => [$deny],
                    'stateful' => false,
                ],
            ],
            intents: [
                ['id' => 'group', 'kind' => 'page', 'from' => ['device:mixer'], 'to' => ['device:horn', 'device:far-horn']],
                ['id' => 'stream', 'kind' => 'stream', 'from' => ['device:camera'], 'to' => ['device:wall', 'device:far-wall']],
                ['id' => 'page', 'kind' => 'page', 'from' => ['device:phone'], 'to' => ['device:ring-horn', 'device:mute-horn']],
                ['id' => 'speak', 'kind' => 'call', 'from' => ['device:phone'], 'to' => ['device:mute-horn']],
            ],
            extensions: [
                ['number' => '2001', 'device' => 'phone', 'server' => 'pbx'],
                ['number' => '2002', 'device' => 'ring-horn', 'server' => 'pbx'],
                ['number' => '2003', 'device' => 'mute-horn', 'server' => 'pbx'],
            ],
        );
    }

    /** The demo one network further, so that a lab that runs on this machine is not in the way. */
    private static function demo(): Job
    {
        $elsewhere = ['10.47.' => '10.147.', '"172.16.1.' => '"172.26.1.', '"172.16.4.' => '"172.26.4.', '"172.16.9.' => '"172.26.9.'];

        return JobFile::read(strtr(Jobs::demoText(), $elsewhere), ShippedProfiles::load());
    }

    private function lab(): Lab
    {
        self::$lab ??= new Lab(self::demo(), LabPorts::ofThisUser(), UnitFiles::make());
        self::assertNotSame([], self::$lab->running(), implode(', ', self::$lab->failed()));

        return self::$lab;
    }

    /** @return array<string, PairVerdict> */
    private static function liveTest(Job $job): array
    {
        $seen = [];
        LiveTests::inTheLab($job, UnitFiles::make(), 1.5)->run(array_keys($job->intents), static function (
            string $intent,
            string $pair,
            PairVerdict $span,
            string $evidence,
            int $done,
            int $total,
        ) use (&$seen): bool {
            self::assertNotSame('', $evidence);
            self::assertLessThanOrEqual($total, $done);
            $seen[$intent.' '.$pair] = $span;

            return true;
        });

        return $seen;
    }

    private function prober(): Prober
    {
        return new Prober(new Sockets(new TargetGate()), 1.0);
    }

    private function ask(ProbeKind $kind, string $target, int $port, string $from = self::STATION): ProbeResult
    {
        return $this->prober()->ask($kind, $target, LabPorts::ofThisUser()->toLab($port), $from);
    }
}
