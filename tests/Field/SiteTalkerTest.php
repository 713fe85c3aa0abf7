<?php

declare(strict_types=1);

namespace Vorhut\Tests\Field;

use PHPUnit\Framework\TestCase;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\App\Provision\UnitFiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Intent\LiveQuestion;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Intent\ProbeKind;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Ipv4Prefix;
use Vorhut\Core\Net\Protocol;
use Vorhut\Field\Lab\LabNetwork;
use Vorhut\Field\Lab\LabPorts;
use Vorhut\Field\Net\RefusedTarget;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Net\TargetGate;
use Vorhut\Field\Probe\InTheLab;
use Vorhut\Field\Probe\LiveAnswer;
use Vorhut\Field\Probe\LiveTest;
use Vorhut\Field\Probe\OnSite;
use Vorhut\Field\Probe\Prober;
use Vorhut\Field\Probe\ProbeResult;
use Vorhut\Field\Probe\ProbeStatus;
use Vorhut\Field\Probe\SiteTalker;
use Vorhut\Field\Probe\Sweep;
use Vorhut\Field\Probe\TestSite;
use Vorhut\Field\Rtp\Faults;
use Vorhut\Field\StandIn\Lab;
use Vorhut\Tests\Support\Jobs;

use function Amp\delay;

/** A site of stand-ins, whose planned addresses are on loopback: registrations, calls and files are asked there as on any site. */
final class SiteTalkerTest extends TestCase
{
    private static ?Lab $lab = null;

    public static function tearDownAfterClass(): void
    {
        self::$lab?->stop();
        self::$lab = null;
    }

    protected function setUp(): void
    {
        if (null === self::$lab) {
            self::$lab = new Lab(self::job(), LabPorts::ofThisUser(), UnitFiles::make());
            // Its phones fetch their files and register meanwhile.
            delay(1.0);
        }
    }

    public function testARegistrationIsLookedUpAndNothingChanges(): void
    {
        $right = $this->ask(ProbeKind::Register, 'ticket-1', 'pbx');
        self::assertSame(ProbeStatus::Answered, $right->status);
        $phone = ['REGISTER, which changes nothing' => 200, 'registered now' => '127.206.10.20'];
        self::assertSame([$phone, $phone], [$right->evidence, $this->ask(ProbeKind::Register, 'ticket-1', 'pbx')->evidence]);
        $wrong = $this->ask(ProbeKind::Register, 'ticket-1', 'pbx', static fn (): string => 'guessed');
        self::assertSame(ProbeStatus::Refused, $wrong->status);
        self::assertNotSame(200, $wrong->evidence['REGISTER, which changes nothing']);
        // The phone itself is still registered: it rings.
        self::assertSame(ProbeStatus::Answered, $this->ask(ProbeKind::Call, 'ticket-2', 'ticket-1')->status);
    }

    public function testACallRingsThePlannedPhoneAndItsSoundIsCounted(): void
    {
        $call = $this->ask(ProbeKind::Call, 'ticket-2', 'ticket-1');
        self::assertSame(200, $call->evidence['INVITE 2001']);
        self::assertMatchesRegularExpression('/^[3-6]\d packets, 0 lost$/', (string) $call->evidence['RTP back']);
        self::assertSame(200, $call->evidence['BYE']);
    }

    /** What a unit sends is lost on its line: it picks up, and nothing is heard of it. */
    public function testACallWithoutSoundBackIsOneWay(): void
    {
        self::$lab?->stop();
        self::$lab = new Lab(self::job(), LabPorts::ofThisUser(), UnitFiles::make(), faults: new Faults(100.0));
        try {
            $call = $this->ask(ProbeKind::Call, 'ticket-2', 'ticket-1');
            self::assertSame([ProbeStatus::OneWay, '0 packets, 0 lost'], [$call->status, $call->evidence['RTP back']]);
        } finally {
            self::$lab->stop();
            self::$lab = null;
        }
    }

    public function testWhatIsForTheLabIsNotTaken(): void
    {
        $talker = new SiteTalker(
            job: self::job(),
            place: self::place(),
            sockets: new Sockets(new TargetGate()),
            renderer: UnitFiles::make(),
            secret: self::secret(...),
            seconds: 1.0,
        );
        $taken = array_filter(ProbeKind::cases(), $talker->takes(...));
        self::assertSame([ProbeKind::Register, ProbeKind::Call, ProbeKind::File], array_values($taken));
    }

    public function testAFileIsFetchedAndCompared(): void
    {
        $file = $this->ask(ProbeKind::File, 'ticket-1', 'pbx');
        self::assertSame('as planned', $file->evidence['compared with the plan']);
        self::assertSame(ProbeStatus::Answered, $file->status);
        $job = self::job();
        $renamed = $job->with(new ChangeSet('', [$job->edit(Extension::class, '2001', ['name' => 'Another'])]));
        $other = $this->ask(kind: ProbeKind::File, from: 'ticket-1', to: 'pbx', secret: null, job: $renamed);
        self::assertSame('differs from the file rendered now', $other->evidence['compared with the plan']);
        self::assertSame(ProbeStatus::Strange, $other->status);
    }

    /** What could not be asked says nothing about the network, neither that it holds nor that it does not. */
    public function testWithoutASecretNothingIsTried(): void
    {
        $untried = $this->ask(ProbeKind::Register, 'ticket-1', 'pbx', static fn (): ?string => null);
        self::assertSame(ProbeStatus::Untried, $untried->status);
        self::assertStringContainsString('not in the vault', (string) $untried->evidence['why']);
        foreach (self::job()->intents as $intent) {
            self::assertSame(PairVerdict::Untried, LiveAnswer::span($intent, [$untried]), $intent->expect->value);
        }
        self::assertSame(ProbeStatus::Untried, $this->ask(ProbeKind::Call, 'ticket-1', 'berth-1')->status, 'a camera has no number');
    }

    /** The whole way of a live test on the site: with secrets it registers, without them that is not asked. */
    public function testALiveTestOnTheSite(): void
    {
        $job = self::job();
        $talker = static fn (TestSite $place): SiteTalker => new SiteTalker(
            job: $job,
            place: $place,
            sockets: new Sockets(new TargetGate()),
            renderer: UnitFiles::make(),
            secret: self::secret(...),
            seconds: 1.0,
        );
        $with = $this->live($job, $talker(self::place()));
        self::assertSame('through', $with[0], $with[1]);
        $without = $this->live($job, null);
        self::assertSame('untried', $without[0]);
        self::assertStringContainsString('needs secrets of the vault', $without[1]);
        $this->expectException(RefusedTarget::class);
        $question = new LiveQuestion(
            intent: 'any',
            from: 'ticket-1',
            to: 'pbx',
            kind: ProbeKind::Register,
            vantage: null,
            target: null,
            port: 5060,
        );
        $talker(new OnSite([Ipv4Prefix::fromString('10.206.0.0/16')]))->ask($question);
    }

    /** @return array{string, string} what was seen of ticket-3, and the evidence */
    private function live(Job $job, ?SiteTalker $talker): array
    {
        $seen = ['', ''];
        $test = new LiveTest(
            job: $job,
            sweep: new Sweep(new Prober(new Sockets(new TargetGate()), 1.0)),
            place: self::place(),
            talker: $talker,
            isOnSite: true,
        );
        $test->run(['phones-register'], static function (
            string $intent,
            string $pair,
            PairVerdict $span,
            string $evidence,
        ) use (&$seen): bool {
            $seen = [$span->value, $evidence];

            return true;
        }, 'ticket-3');

        return $seen;
    }

    private static function secret(string $number): string
    {
        return 'lab-'.$number;
    }

    /** @param (\Closure(string): ?string)|null $secret */
    private function ask(ProbeKind $kind, string $from, string $to, ?\Closure $secret = null, ?Job $job = null): ProbeResult
    {
        $job ??= self::job();
        $secret ??= self::secret(...);
        $talker = new SiteTalker(
            job: $job,
            place: self::place(),
            sockets: new Sockets(new TargetGate()),
            renderer: UnitFiles::make(),
            secret: $secret,
            seconds: 2.0,
        );
        $target = Ipv4Address::fromString('10.206.10.10');

        return $talker->ask(new LiveQuestion(intent: 'any', from: $from, to: $to, kind: $kind, vantage: null, target: $target, port: 5060));
    }

    /** As a site whose addresses are those of the lab, asked from wherever this machine stands: at the bench. */
    private static function place(): TestSite
    {
        $lab = new InTheLab(new LabNetwork(self::job()), LabPorts::ofThisUser());

        return new class($lab) implements TestSite {
            public function __construct(private readonly InTheLab $lab) {}

            public function target(Ipv4Address $planned): ?Ipv4Address
            {
                return $this->lab->target($planned);
            }

            public function port(int $planned): int
            {
                return $this->lab->port($planned);
            }

            public function behind(Ipv4Address $planned, Protocol $protocol, int $port): array
            {
                return $this->lab->behind($planned, $protocol, $port);
            }

            public function showsWhoRefuses(Ipv4Address $planned, Protocol $protocol, int $port): bool
            {
                return true;
            }

            public function from(Ipv4Address $vantage): null
            {
                return null;
            }
        };
    }

    private static function job(): Job
    {
        $elsewhere = ['10.47.' => '10.206.', '"172.16.1.' => '"172.26.1.', '"172.16.4.' => '"172.26.4.', '"172.16.9.' => '"172.26.9.'];

        return JobFile::read(strtr(Jobs::demoText(), $elsewhere), ShippedProfiles::load());
    }
}
