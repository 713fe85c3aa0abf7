<?php

declare(strict_types=1);

namespace Vorhut\Tests\Field;

use Amp\TimeoutCancellation;
use PHPUnit\Framework\TestCase;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\App\Provision\UnitFiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\Service;
use Vorhut\Field\Lab\LabFiles;
use Vorhut\Field\Lab\LabNetwork;
use Vorhut\Field\Lab\LabPorts;
use Vorhut\Field\Lab\LabSip;
use Vorhut\Field\Net\OwnCertificate;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Net\TargetGate;
use Vorhut\Field\Probe\FileProber;
use Vorhut\Field\Probe\LiveTests;
use Vorhut\Field\Probe\ProbeStatus;
use Vorhut\Field\Serve\FileFetch;
use Vorhut\Field\Serve\FileSpeaker;
use Vorhut\Field\StandIn\Crowd;
use Vorhut\Field\StandIn\Lab;
use Vorhut\Field\StandIn\TcpStandIn;
use Vorhut\Tests\Support\Jobs;
use Vorhut\Tests\Support\Waiting;

use function Amp\delay;

/** Phones of the lab that are told their number by a file, and register with what stands in it. */
final class LabFileTest extends TestCase
{
    use Waiting;

    private ?Lab $lab = null;

    protected function tearDown(): void
    {
        $this->lab?->stop();
    }

    public function testPhonesFetchTheirFileAndThenRegister(): void
    {
        $job = $this->started(self::demo());
        self::assertSame(200, self::called($job, '2001'));
        [$span, $evidence] = self::tested($job, 'ticket-1');
        self::assertSame(PairVerdict::Through, $span, $evidence);
        self::assertStringContainsString('GET 024700001014.ini: 200', $evidence);
        self::assertStringContainsString('registers: 2001 at 10.150.10.10', $evidence);
    }

    /** Each gets its own file and no other, and nobody gets one that is none of the plan's. */
    public function testFilesAreServedByNameAlone(): void
    {
        $job = $this->started(self::demo());
        $network = new LabNetwork($job);
        $at = (string) $network->addresses->toLab(self::address($job, 'pbx'));
        $from = (string) $network->addresses->toLab(self::address($job, 'ticket-1'));
        $fetch = new FileFetch(new Sockets(new TargetGate()), 2.0);
        $port = LabPorts::ofThisUser()->toLab(LabFiles::PORT);
        $own = $fetch->get($at, $port, '024700001014.ini', $from);
        self::assertSame(200, $own['status']);
        self::assertStringContainsString('secret = lab-2001', $own['text']);
        // Ticket window 3 is not planned to fetch one.
        self::assertSame([404, 404], [
            $fetch->get($at, $port, '024700001016.ini', $from)['status'],
            $fetch->get($at, $port, '0247000010ff.ini', $from)['status'],
        ]);
    }

    /** Where the plan lets no file through, the phone has no number and stays unregistered, as it would. */
    public function testWithoutItsFileAPhoneHasNoNumber(): void
    {
        $job = self::demo();
        $job = $job->with(new ChangeSet('', [$job->editInterface(Device::class, 'pbx', 0, ['listens' => ['udp/5060', 'tcp/5060']])]));
        $this->started($job);
        self::assertSame(480, self::called($job, '2002'));
        self::assertSame(200, self::called($job, '2003'), 'it is not told by a file');
        self::assertNotSame(PairVerdict::Through, self::tested($job, 'ticket-2')[0]);
    }

    /** What is no file of the unit's is not taken for one, though it came. */
    public function testAnotherFileIsStrange(): void
    {
        $job = self::demo();
        $network = new LabNetwork($job);
        $sockets = new Sockets(new TargetGate());
        $files = new LabFiles($job, $network, UnitFiles::make());
        $at = (string) $network->addresses->toLab(self::address($job, 'pbx'));
        $ports = LabPorts::ofThisUser();
        $speaker = new FileSpeaker(
            static fn (string $name): ?array => str_contains($name, '1014') ? ['type' => 'text/plain', 'text' => 'number = 2001'] : null,
            static function (): void {},
        );
        $server = new TcpStandIn(
            sockets: $sockets,
            address: $at,
            port: $ports->toLab(LabFiles::PORT),
            service: Service::fromString('tcp/443'),
            network: static fn (): LabNetwork => $network,
            speaker: $speaker,
            crowd: new Crowd(9),
            certificate: new OwnCertificate(),
        );
        $server->start();
        $prober = new FileProber(new LabSip($job, $network, $sockets), $files, new FileFetch($sockets, 2.0), $ports);
        self::assertSame(ProbeStatus::Strange, $prober->ask($job->devices['ticket-1'], $job->devices['pbx'])[0]);
        self::assertSame(ProbeStatus::Refused, $prober->ask($job->devices['ticket-2'], $job->devices['pbx'])[0]);
        $server->stop();
    }

    public function testAPhoneSpeaksTcpWhereItsSettingSaysSo(): void
    {
        $job = self::demo(['control-phone-1' => 'tcp']);
        $this->started($job);
        $sip = new LabSip($job, new LabNetwork($job), new Sockets(new TargetGate()));
        $agent = $sip->agent($job->devices['control-phone-2'], 0, static fn (): LabSip => $sip) ?? throw new \LogicException();
        $agent->start();
        $call = $agent->startCall('2010')->await(new TimeoutCancellation(5))->call;
        self::assertNotNull($call);
        self::assertStringContainsString('transport=tcp', $call->target);
        $agent->stop();
    }

    private function started(Job $job): Job
    {
        $this->lab = new Lab($job, LabPorts::ofThisUser(), UnitFiles::make());
        delay(0.8);

        return $job;
    }

    private static function called(Job $job, string $number): int
    {
        $sip = new LabSip($job, new LabNetwork($job), new Sockets(new TargetGate()));
        $agent = $sip->agent($job->devices['control-phone-2'], 0, static fn (): LabSip => $sip) ?? throw new \LogicException();
        $agent->start();
        $status = $agent->call($number)->await(new TimeoutCancellation(5));
        $agent->stop();

        return $status;
    }

    /** @return array{PairVerdict, string} */
    private static function tested(Job $job, string $phone): array
    {
        $seen = [];
        LiveTests::inTheLab($job, UnitFiles::make(), 1.5)->run(
            ['windows-fetch'],
            static function (string $intent, string $pair, PairVerdict $span, string $evidence) use (&$seen): bool {
                $seen[$pair] = [$span, $evidence];

                return true;
            },
        );

        return $seen[$phone.'>pbx'] ?? throw new \LogicException(implode(' ', array_keys($seen)));
    }

    private static function address(Job $job, string $device): \Vorhut\Core\Net\Ipv4Address
    {
        return $job->devices[$device]->primaryAddress()->address ?? throw new \LogicException($device);
    }

    /** @param array<string, string> $transports by device */
    private static function demo(array $transports = []): Job
    {
        // A network of its own, so that no other lab of this machine is in the way.
        $job = JobFile::read(str_replace('10.47.', '10.150.', Jobs::demoText('kestrel-sound')), ShippedProfiles::load());
        foreach ($transports as $id => $transport) {
            $job = $job->with(new ChangeSet('', [$job->edit(Device::class, $id, ['settings' => ['sip-transport' => $transport]])]));
        }

        return $job;
    }
}
