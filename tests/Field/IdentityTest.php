<?php

declare(strict_types=1);

namespace Vorhut\Tests\Field;

use Amp\CancelledException;
use Amp\TimeoutCancellation;
use PHPUnit\Framework\TestCase;
use Vorhut\App\Provision\UnitFiles;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Visit\UnitDrift;
use Vorhut\Core\Visit\UnitDrifts;
use Vorhut\Core\Visit\UnitMarks;
use Vorhut\Field\Identity\UnitLooks;
use Vorhut\Field\Lab\LabBlocks;
use Vorhut\Field\Lab\LabFaults;
use Vorhut\Field\Lab\LabPorts;
use Vorhut\Field\Lab\UnitFault;
use Vorhut\Field\Net\PingSocket;
use Vorhut\Field\Net\RefusedTarget;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Net\TargetGate;
use Vorhut\Field\Probe\Echoes;
use Vorhut\Field\Probe\LiveTests;
use Vorhut\Field\StandIn\Lab;
use Vorhut\Field\StandIn\PresenceStandIn;
use Vorhut\Tests\Support\Jobs;

/** Whether a unit is the one that was left there, and whether it sends an echo back. */
final class IdentityTest extends TestCase
{
    private ?Lab $lab = null;

    protected function tearDown(): void
    {
        $this->lab?->stop();
    }

    public function testUnitsAreKnownByWhatTheyShow(): void
    {
        $marks = $this->look(self::job(), self::job());
        self::assertSame(['camera', 'far', 'system'], self::sorted(array_keys($marks)));
        self::assertTrue($marks['far']->answers);
        self::assertSame('Pier camera', $marks['camera']->name);
        self::assertSame('3.1', $marks['camera']->firmware);
        self::assertSame('02-47-0C-00-00-01', (string) $marks['camera']->mac);
        self::assertSame('', $marks['camera']->certificate, 'it has no page within TLS');
        self::assertMatchesRegularExpression('/^[0-9a-f]{64}$/', $marks['system']->certificate);
        self::assertEquals($marks, $this->look(self::job(), self::job()), 'a lab that starts anew shows the same certificates');
    }

    /** Three things otherwise in the lab, and exactly those are found. */
    public function testWhatIsOtherwiseInTheLabIsFound(): void
    {
        $job = self::job();
        $before = $this->look($job, $job);
        $faults = (new LabFaults())
            ->with('camera', UnitFault::OtherFirmware)
            ->with('system', UnitFault::Exchanged)
            ->with('far', UnitFault::Off);
        self::assertSame(['far' => 'off', 'system' => 'exchanged', 'camera' => 'other-firmware'], $faults->keep());
        self::assertEquals($faults, LabFaults::kept($faults->keep()));
        $drifts = (new UnitDrifts($job))->drifts($this->look($job, $faults->on($job)), $before);
        self::assertSame([
            'system: Another device answers here, with the MAC address 02-47-FA-00-00-01.',
            'camera: Its firmware is 3.1.1; at hand-over it was 3.1.',
            'far: It does not reply any more.',
        ], array_map(static fn (UnitDrift $d): string => $d->unit.': '.$d->what, $drifts));
        self::assertSame([], $faults->with('far', null)->with('system', null)->with('camera', null)->keep());
        self::assertEquals($job, (new LabFaults(['gone' => UnitFault::Off]))->on($job), 'who has left the plan is passed over');
    }

    /** An echo comes back where the plan lets it through, and only there; a gateway that is lost is seen from the other segment. */
    public function testAnEchoComesBackWhereThePlanLetsIt(): void
    {
        self::assertSame(['camera>far' => PairVerdict::Through, 'camera>system' => PairVerdict::Through], $this->echoes(self::job()));
        $lost = (new LabFaults(['far' => UnitFault::NoGateway]))->on(self::job());
        self::assertSame(['camera>far' => PairVerdict::NoReply, 'camera>system' => PairVerdict::Through], $this->echoes($lost));
    }

    /** The machine of the lab refuses where nobody listens; a unit that is switched off refuses nothing, and leaks nothing. */
    public function testWhoIsSwitchedOffKeepsSilent(): void
    {
        $reach = ['kind' => 'reach', 'from' => ['device:camera'], 'to' => ['device:system']];
        $intents = [
            ['id' => 'page', 'service' => 'tcp/443', 'expect' => 'must'] + $reach,
            ['id' => 'closed', 'service' => 'tcp/8099', 'expect' => 'must'] + $reach,
            ['id' => 'no-page', 'service' => 'tcp/443', 'expect' => 'must-not'] + $reach,
        ];
        $plan = self::job()->with(new ChangeSet('', array_map(
            static fn (array $i): Edit => new Edit(Intent::class, $i['id'], null, $i),
            $intents,
        )));
        $off = (new LabFaults(['system' => UnitFault::Off]))->on($plan);
        $seen = fn (Job $played): array => array_merge(...array_map(
            fn (array $i): array => [$i['id'] => $this->live($plan, $played, $i['id'])['camera>system']],
            $intents,
        ));
        self::assertSame(
            ['page' => PairVerdict::Through, 'closed' => PairVerdict::NoListener, 'no-page' => PairVerdict::Leak],
            $seen($plan),
        );
        self::assertSame(
            ['page' => PairVerdict::NoReply, 'closed' => PairVerdict::NoListener, 'no-page' => PairVerdict::KeptApart],
            $seen($off),
        );
    }

    /** Whose an address is, only its own segment knows. */
    public function testAMacIsKnownInItsOwnSegment(): void
    {
        $this->lab = new Lab(self::job(), LabPorts::ofThisUser(), UnitFiles::make());
        $port = LabPorts::ofThisUser()->toLab(PresenceStandIn::PORT);
        $known = [];
        foreach (['beside' => '127.203.1.10', 'beyond' => '127.203.2.10'] as $where => $from) {
            $socket = (new Sockets(new TargetGate()))->udp($from);
            $socket->send('127.203.1.11', $port, PresenceStandIn::WHOSE);
            try {
                $known[$where] = $socket->receive(new TimeoutCancellation(0.3))[2] ?? '';
            } catch (CancelledException) {
                $known[$where] = 'nobody says';
            }
            $socket->close();
        }
        self::assertSame(['beside' => '02:47:0c:00:00:01', 'beyond' => 'nobody says'], $known);
    }

    /** By ICMP where the kernel lets this user: loopback answers, an address outside is refused before anything is sent. */
    public function testAPingStaysWithinTheGate(): void
    {
        $echoes = new Echoes(new Sockets(new TargetGate()), 1.0);
        if (PingSocket::isPermitted()) {
            self::assertTrue($echoes->ping('127.0.0.1'));
        }
        $this->expectException(RefusedTarget::class);
        $echoes->ping('192.0.2.1');
    }

    /** @return array<array-key, UnitMarks> */
    private function look(Job $plan, Job $played): array
    {
        $this->lab?->stop();
        $this->lab = new Lab($played, LabPorts::ofThisUser(), UnitFiles::make());
        $marks = [];
        UnitLooks::inTheLab($plan, new LabBlocks(), 0.5)->all($plan, static function (string $unit, UnitMarks $seen) use (&$marks): bool {
            $marks[$unit] = $seen;

            return true;
        });
        ksort($marks);

        return $marks;
    }

    /** @return array<string, PairVerdict> */
    private function echoes(Job $played): array
    {
        return $this->live(self::job(), $played, 'echo');
    }

    /** @return array<string, PairVerdict> by pair */
    private function live(Job $plan, Job $played, string $intent): array
    {
        $this->lab?->stop();
        $this->lab = new Lab($played, LabPorts::ofThisUser(), UnitFiles::make());
        $seen = [];
        $onPair = static function (string $intent, string $pair, PairVerdict $span) use (&$seen): bool {
            $seen[$pair] = $span;

            return true;
        };
        LiveTests::inTheLab($plan, UnitFiles::make(), 0.5)->run([$intent], $onPair);
        ksort($seen);

        return $seen;
    }

    /**
     * @param list<array-key> $names
     *
     * @return list<array-key>
     */
    private static function sorted(array $names): array
    {
        sort($names);

        return $names;
    }

    private static function job(): Job
    {
        return Jobs::make(
            ['near' => '10.203.1.0/24', 'other' => '10.203.2.0/24'],
            [
                'system' => [
                    'name' => 'System',
                    'profile' => 'phone-system',
                    'at' => ['near', '10.203.1.10/24', '10.203.1.1'],
                    'if' => ['mac' => '02:47:0c:00:00:02'],
                ],
                'camera' => [
                    'name' => 'Pier camera',
                    'profile' => 'ptz-camera-rotary',
                    'firmware' => '3.1',
                    'at' => ['near', '10.203.1.11/24', '10.203.1.1'],
                    'if' => ['mac' => '02:47:0c:00:00:01'],
                ],
                'far' => ['name' => 'Far', 'at' => ['other', '10.203.2.10/24', '10.203.2.1']],
            ],
            ['router' => ['in' => ['near' => '10.203.1.1/24', 'other' => '10.203.2.1/24']]],
            [['id' => 'echo', 'kind' => 'reach', 'from' => ['device:camera'], 'to' => ['device:far', 'device:system']]],
        );
    }
}
