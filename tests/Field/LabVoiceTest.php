<?php

declare(strict_types=1);

namespace Vorhut\Tests\Field;

use Amp\Future;
use Amp\TimeoutCancellation;
use PHPUnit\Framework\TestCase;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\App\Provision\UnitFiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Intent\LiveQuestion;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Intent\ProbeKind;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Trunk;
use Vorhut\Core\Job\VoiceRoute;
use Vorhut\Core\Voice\Dialler;
use Vorhut\Core\Voice\DialQuery;
use Vorhut\Core\Voice\VoicePlan;
use Vorhut\Field\Lab\LabNetwork;
use Vorhut\Field\Lab\LabPorts;
use Vorhut\Field\Lab\LabSip;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Net\TargetGate;
use Vorhut\Field\Probe\DialProber;
use Vorhut\Field\Probe\LiveTests;
use Vorhut\Field\Probe\ProbeStatus;
use Vorhut\Field\Rtp\Faults;
use Vorhut\Field\Sip\Call;
use Vorhut\Field\Sip\UserAgent;
use Vorhut\Field\StandIn\Lab;
use Vorhut\Tests\Support\Jobs;
use Vorhut\Tests\Support\Waiting;

use function Amp\delay;

/** The demo's phone system in the lab: what was dialled on paper happens. */
final class LabVoiceTest extends TestCase
{
    use Waiting;

    private static ?Lab $lab = null;
    private static Job $job;
    private static LabSip $sip;

    /** @var list<UserAgent> */
    private array $open = [];

    public static function setUpBeforeClass(): void
    {
        // A network of its own, so that no other lab of this machine is in the way.
        self::$job = JobFile::read(str_replace('10.47.', '10.148.', Jobs::demoText('kestrel-sound')), ShippedProfiles::load());
        self::$lab = new Lab(self::$job, LabPorts::ofThisUser(), UnitFiles::make());
        self::$sip = new LabSip(self::$job, new LabNetwork(self::$job), new Sockets(new TargetGate()));
        delay(0.5);
    }

    public static function tearDownAfterClass(): void
    {
        self::$lab?->stop();
        self::$lab = null;
    }

    protected function tearDown(): void
    {
        foreach ($this->open as $agent) {
            $agent->stop();
        }
        $this->open = [];
        delay(0.1);
    }

    public function testThePlannedPhoneRingsAndSaysWhatItHears(): void
    {
        $call = $this->dialled('control-phone-1', '2001');
        self::until(static fn (): bool => null !== $call->media->lastReport && $call->media->received() > 5, 8);
        self::assertSame(0, $call->media->lastReport?->lost);
        self::assertSame('2001', self::userOf($call), 'the stand-in itself, not an agent of the test');
    }

    public function testAGroupRingsAllAndTheFirstHasIt(): void
    {
        $call = $this->dialled('control-phone-2', '2060');
        self::assertContains(self::userOf($call), ['2001', '2002', '2003', '2004', '2005', '2006']);
        self::until(static fn (): bool => $call->media->received() > 5);
    }

    public function testTheAttendantConnectsByKeysByNumbersAndByItself(): void
    {
        $agent = $this->agent('control-phone-2');
        $call = $this->dialled('control-phone-2', '2000', $agent);
        self::assertSame('2000', self::userOf($call));
        $call->media->press('3');
        // Customs is busy with nothing: it rings, is picked up, and is heard through the phone system.
        self::until(static fn (): bool => $call->media->received() > 3);
        $before = $call->media->received();
        delay(3.0);
        self::assertGreaterThan($before + 40, $call->media->received());
        $this->wait($agent->hangUp($call));
        $direct = $this->wait($agent->startCall('2000'))->call ?? throw new \LogicException('no call');
        self::assertSame(200, $this->wait($agent->sendKey($direct, '2')));
        foreach (['0', '0', '7'] as $key) {
            $this->wait($agent->sendKey($direct, $key));
        }
        delay(3.2);
        self::assertContains($direct, $agent->calls(), 'the waiting hall has picked up');
        $this->wait($agent->hangUp($direct));
    }

    public function testMailboxesConferenceAndFax(): void
    {
        $agent = $this->agent('control-phone-2');
        self::assertSame('2090', self::userOf($this->dialled('control-phone-2', '2090', $agent)));
        $this->hangUp($agent);
        self::assertSame('2095', self::userOf($this->dialled('control-phone-2', '2095', $agent)));
        $this->hangUp($agent);
        $fax = $this->dialled('control-phone-2', '2080', $agent);
        delay(0.6);
        self::assertNull($fax->fax, 'a phone takes no fax');
        $this->hangUp($agent);
        $carrier = $this->carrier();
        $faxes = $this->wait($carrier->startCall('2025550129', more: [['To', '<sip:2025550129@x>']]))->call;
        self::assertNotNull($faxes);
        self::until(static fn (): bool => 1 === $faxes->fax?->pages);
        self::assertSame(0, $faxes->fax?->udptl->lost);
    }

    /** From outside through the trunk, and from a unit: a page is confirmed at the fax. */
    public function testAFaxIsTestedLive(): void
    {
        $trunk = self::$job->edit(Trunk::class, 'carrier', ['theirs' => ['header' => 'request'] + self::theirs()]);
        $job = self::$job->with(new ChangeSet('', [$trunk]));
        $prober = new DialProber($job, new LabSip($job, new LabNetwork($job), new Sockets(new TargetGate())), 3.0);
        foreach (['trunk:carrier' => 'number:2025550129', 'control-phone-2' => 'number:2080'] as $from => $to) {
            [$status, $evidence] = $prober->ask(new LiveQuestion(
                intent: 'fax',
                from: $from,
                to: $to,
                kind: ProbeKind::Fax,
                vantage: null,
                target: null,
                port: 0,
            ));
            self::assertSame(ProbeStatus::Answered, $status, $from.' '.json_encode($evidence));
            self::assertSame('1', $evidence['pages confirmed']);
        }
    }

    /** @return array<string, mixed> the carrier's end of the trunk as planned */
    private static function theirs(): array
    {
        $theirs = self::$job->record(Trunk::class, 'carrier')['theirs'] ?? [];
        \assert(\is_array($theirs));

        /** @var array<string, mixed> $theirs */
        return $theirs;
    }

    /** The customs phone does not register where it has no address: its mailbox answers. */
    public function testWhoIsNotThereHasAMailbox(): void
    {
        self::assertSame('mailbox', self::userOf($this->dialled('control-phone-2', '2012')));
    }

    public function testCallsLeaveByTheTrunkAsTheRouteSays(): void
    {
        $call = $this->dialled('ticket-1', '0441234');
        self::assertSame('441234', (string) preg_replace('/^.*?sip:(\d+)@.*$/s', '$1', $call->target));
        self::until(static fn (): bool => $call->media->received() > 5);
    }

    /** Where ours reads Request-URI and theirs writes To, each call ends at the number that all calls carry. */
    public function testCallsInEndWhereTheHeaderSays(): void
    {
        $carrier = $this->carrier();
        $right = $this->wait($carrier->startCall('2025550121'))->call;
        self::assertNotNull($right);
        self::assertContains(self::userOf($right), ['2001', '2002', '2003', '2004', '2005', '2006']);
        $this->hangUp($carrier);
        $wrong = $this->wait($carrier->startCall('12025550120', more: [['To', '<sip:2025550121@x>']]));
        self::assertSame(200, $wrong->status);
        self::assertSame('2000', self::userOf($wrong->call ?? throw new \LogicException()), 'the fallback');
    }

    /** The same numbers, on paper and live: whatever is refused there is refused here, and a number for help is never tried. */
    public function testPaperAndLabAgree(): void
    {
        $dialler = new Dialler(new VoicePlan(self::$job));
        foreach (
            [
                ['berth-hand', '2040', '0441', 403],
                ['ticket-1', '2001', '77', 404],
                ['ticket-1', '2001', '112', 403],
                ['ticket-1', '2001', '0112', 403],
                ['ticket-1', '2001', '2099', 404],
            ] as [$device, $number, $dialled, $status]
        ) {
            $paper = $dialler->dial(DialQuery::from($number, $dialled));
            self::assertSame($status, $this->wait($this->agent($device)->call($dialled)), $dialled.' '.$paper->verdict->value);
            self::assertTrue(null === $paper->to || str_ends_with($dialled, '112'));
        }
    }

    public function testAConferenceTakesAsManyAsPlanned(): void
    {
        $statuses = [];
        $devices = ['ticket-1', 'ticket-2', 'ticket-3', 'ticket-4', 'ticket-5', 'control-phone-1', 'control-phone-2'];
        foreach ($devices as $device) {
            $statuses[] = $this->wait($this->agent($device)->call('2095'));
        }
        self::assertSame([200, 200, 200, 200, 200, 200, 486], $statuses);
    }

    /** A route that is taken out is gone from the lab at once, and back with it. */
    public function testTheLabFollowsAChangedRoute(): void
    {
        $out = self::$job->record(VoiceRoute::class, 'out') ?? throw new \LogicException('no route');
        $without = self::$job->with(new ChangeSet('', [new Edit(VoiceRoute::class, 'out', $out, null)]));
        self::$lab?->update($without);
        delay(0.5);
        self::assertSame(404, $this->wait($this->agent('ticket-1')->call('0441234')));
        self::$lab?->update(self::$job);
        delay(0.5);
        self::assertSame(200, $this->wait($this->agent('ticket-1')->call('0441234')));
    }

    /** The conference is filled to its licence, and a phone is rung from which wiring leads on. */
    public function testConferenceAndRingAreTestedLive(): void
    {
        $seen = [];
        LiveTests::inTheLab(self::$job, UnitFiles::make(), 1.5)->run(
            ['morning-call', 'ramp-rings'],
            static function (string $intent, string $pair, PairVerdict $span, string $evidence) use (&$seen): bool {
                $seen[$pair] = [$span, $evidence];

                return true;
            },
        );
        [$room, $ring] = [$seen['control-phone-1>number:2095'] ?? null, $seen['ramp-phone>ramp-horn'] ?? null];
        self::assertSame(PairVerdict::Through, $room[0] ?? null, $room[1] ?? '');
        self::assertStringContainsString('6 of 6 licensed got in and hear, one more: 486', $room[1]);
        self::assertSame(PairVerdict::Through, $ring[0] ?? null, $ring[1] ?? '');
        self::assertStringContainsString('INVITE 2009: 200', $ring[1]);
        self::assertStringContainsString('connected by a cord', $ring[1]);
    }

    /** A conference that takes more, or fewer, than are planned is not proven by one call that gets in. */
    public function testAConferenceThatTakesTooManyIsNotProven(): void
    {
        $fewer = self::$job->with(new ChangeSet('', [self::$job->edit(Extension::class, '2095', ['sites' => 4])]));
        $span = null;
        LiveTests::inTheLab($fewer, UnitFiles::make(), 1.5)->run(
            ['morning-call'],
            static function (string $intent, string $pair, PairVerdict $seen, string $evidence) use (&$span): bool {
                self::assertStringContainsString('one more: 200', $evidence);
                $span = $seen;

                return true;
            },
        );
        self::assertInstanceOf(PairVerdict::class, $span);
        self::assertFalse($span->holds());
    }

    /** What is wrong with a line shows in what is measured: a tenth lost, and late by up to 40 ms. */
    public function testFaultsOnPurposeAreMeasured(): void
    {
        $sip = new LabSip(self::$job, new LabNetwork(self::$job), new Sockets(new TargetGate()), new Faults(10, 40));
        $agent = $this->open[] = $sip->agent(self::unit('control-phone-2'), 0, static fn (): LabSip => $sip) ?? throw new \LogicException();
        $agent->start();
        $call = $this->dialled('control-phone-2', '2001', $agent);
        self::until(static fn (): bool => $call->media->sent >= 110, 12);
        $report = $call->media->lastReport ?? throw new \LogicException('nobody has heard anything');
        self::assertGreaterThan(1, $report->lost);
        self::assertLessThan(40, $report->lost);
        self::assertGreaterThan(3 * 8, $report->jitter, 'three milliseconds at 8 kHz');
        self::assertSame(0, $call->media->reception->lost(), 'the other direction is as it was');
    }

    /** The group is not routed to the horns from where the phone system stands: only the one that is called hears. */
    public function testAnnouncementsGoWhereThePlanLetsThem(): void
    {
        $call = $this->dialled('control-phone-2', '2070');
        delay(2.5);
        self::assertGreaterThan(60, $call->media->sent);
        self::assertSame('2070', self::userOf($call));
        self::assertSame([], self::$sip->announcements(self::unit('pbx'), self::$job->extensions['2070']));
    }

    private function dialled(string $device, string $number, ?UserAgent $agent = null): Call
    {
        $placed = $this->wait(($agent ?? $this->agent($device))->startCall($number));
        self::assertSame(200, $placed->status);

        return $placed->call ?? throw new \LogicException('no call');
    }

    private function agent(string $device): UserAgent
    {
        $agent = $this->open[] = self::$sip->agent(self::unit($device), 0, static fn (): LabSip => self::$sip)
            ?? throw new \LogicException('no '.$device);
        $agent->start();

        return $agent;
    }

    private function carrier(): UserAgent
    {
        $system = self::unit('pbx');
        $address = array_values(self::$sip->carriers($system))[0];
        $agent = $this->open[] = self::$sip->carrier($system, $address, 0, static fn (): LabSip => self::$sip);
        $agent->start();

        return $agent;
    }

    private function hangUp(UserAgent $agent): void
    {
        foreach ($agent->calls() as $call) {
            $this->wait($agent->hangUp($call));
        }
    }

    private static function unit(string $id): Device
    {
        return self::$job->devices[$id];
    }

    /** Who is at the other end, by its contact. */
    private static function userOf(Call $call): string
    {
        return (string) preg_replace('/^.*?sip:([^@]+)@.*$/s', '$1', $call->target);
    }

    /**
     * @template T
     *
     * @param Future<T> $future
     *
     * @return T
     */
    private function wait(Future $future): mixed
    {
        return $future->await(new TimeoutCancellation(12));
    }
}
