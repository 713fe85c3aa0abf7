<?php

declare(strict_types=1);

namespace Vorhut\Tests\Field;

use PHPUnit\Framework\TestCase;
use Vorhut\App\Cli\LabPartCommand;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\App\Provision\UnitFiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Exchange\JobGenerator;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Intent\ProbeKind;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Record\Json;
use Vorhut\Field\Lab\LabPorts;
use Vorhut\Field\Lab\LabRegistry;
use Vorhut\Field\Lab\LabTaken;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Net\TargetGate;
use Vorhut\Field\Probe\LiveTests;
use Vorhut\Field\Probe\Prober;
use Vorhut\Field\Probe\ProbeStatus;
use Vorhut\Field\StandIn\Lab;
use Vorhut\Field\StandIn\LabHost;

use function Amp\delay;

/** Labs side by side on one machine, and labs larger than a process. */
final class LabHostTest extends TestCase
{
    private LabRegistry $registry;
    private string $folder;

    /** @var list<LabHost> */
    private array $hosts = [];

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir().'/labs-of-a-test-'.bin2hex(random_bytes(4));
        $this->registry = new LabRegistry($this->folder);
    }

    protected function tearDown(): void
    {
        foreach ($this->hosts as $host) {
            $host->stop();
        }
        foreach ((array) glob($this->folder.'/*') as $file) {
            unlink((string) $file);
        }
        rmdir($this->folder);
    }

    /** Both plan 10.151.1.0/24; what is asked of one is answered by it and not by the other. */
    public function testTwoLabsOfTheSameNetworkKeepApart(): void
    {
        [$one, $two] = [self::pair('One', open: true), self::pair('Two', open: false)];
        $hosts = [$this->host($one), $this->host($two)];
        self::assertSame([], [...$hosts[0]->failed(), ...$hosts[1]->failed()]);
        self::assertSame([], $hosts[0]->addresses()->table(), 'the first has 127.151.1.0/24');
        self::assertSame(['10.151.1.0/24'], array_keys($hosts[1]->addresses()->table()));
        foreach ([[$one, $hosts[0], PairVerdict::Through], [$two, $hosts[1], PairVerdict::NoListener]] as [$job, $host, $span]) {
            self::assertSame([$span], self::seen($job, $host), $job->info->name);
        }
    }

    public function testTheLabOfAJobRunsOnce(): void
    {
        $this->host(self::pair('One', open: true));
        $this->expectException(LabTaken::class);
        $this->expectExceptionMessageMatches('/A lab of "One" runs on this machine already, as process '.getmypid().'/');
        $this->host(self::pair('One', open: true));
    }

    public function testAnEndedLabGivesItsPlaceBack(): void
    {
        $this->host(self::pair('One', open: true))->stop();
        $this->hosts = [];
        self::assertNull($this->registry->find('One'));
        self::assertSame([], $this->host(self::pair('Two', open: true))->addresses()->table());
    }

    /** More sockets than a process may hold: its units are shared among processes, and each answers. */
    public function testALabOfManyUnitsRunsInSeveralProcesses(): void
    {
        $text = Json::line(['job' => ['name' => 'Large']] + (new JobGenerator(420, 5))->generate());
        $job = JobFile::read($text, ShippedProfiles::load());
        self::assertGreaterThan(1, Lab::parts($job));
        $host = $this->host($job);
        self::assertSame([], $host->failed());
        self::assertGreaterThan(1024, $host->count());
        $prober = new Prober(new Sockets(new TargetGate()), 2.0);
        $asked = [];
        foreach ($host->running() as $standIn) {
            if (1 === preg_match('#^(\S+) tcp/(\d+)$#', $standIn, $m) && \count($asked) < 40 && 0 === crc32($standIn) % 5) {
                $asked[] = $prober->ask(ProbeKind::Tcp, $m[1], LabPorts::ofThisUser()->toLab((int) $m[2]), $m[1])->status;
            }
        }
        self::assertGreaterThan(20, \count($asked));
        self::assertNotContains(ProbeStatus::Refused, $asked);
    }

    /** Connections that say nothing do not use up what a process may hold. */
    public function testAThousandIdleConnectionsLeaveRoom(): void
    {
        $job = self::pair('One', open: true);
        $host = $this->host($job);
        $sockets = new Sockets(new TargetGate());
        $target = self::at($host, '10.151.1.11');
        $port = LabPorts::ofThisUser()->toLab(80);
        $open = [];
        for ($n = 0; $n < 400; ++$n) {
            $open[] = $sockets->connect($target, $port, 2.0);
        }
        delay(0.2);
        $asker = self::at($host, '10.151.1.10');
        foreach (\array_slice($open, 0, 200) as $socket) {
            $socket->close();
        }
        delay(0.2);
        $answer = (new Prober($sockets, 2.0))->ask(ProbeKind::Http, $target, $port, $asker);
        foreach ($open as $socket) {
            $socket->close();
        }
        self::assertSame(ProbeStatus::Answered, $answer->status);
    }

    private function host(Job $job): LabHost
    {
        return $this->hosts[] = new LabHost($job, $this->registry, UnitFiles::make(), LabPartCommand::start(...));
    }

    private static function at(LabHost $host, string $planned): string
    {
        return (string) $host->addresses()->toLab(Ipv4Address::fromString($planned));
    }

    /** @return list<PairVerdict> */
    private static function seen(Job $job, LabHost $host): array
    {
        $seen = [];
        $onPair = static function (string $intent, string $pair, PairVerdict $span) use (&$seen): bool {
            $seen[] = $span;

            return true;
        };
        LiveTests::inTheLab($job, UnitFiles::make(), 1.0, $host->blocks())->run(['i'], $onPair);

        return $seen;
    }

    private static function pair(string $name, bool $open): Job
    {
        $unit = static fn (string $id, string $address): array => [
            'id' => $id,
            'profile' => 'paging-horn',
            'interfaces' => [['segment' => 'a', 'address' => $address, 'listens' => $open ? ['tcp/80'] : []]],
        ];

        return JobFile::read(Json::line([
            'format' => 'vorhut-job',
            'version' => 1,
            'job' => ['name' => $name],
            'segments' => [['id' => 'a', 'subnets' => [['prefix' => '10.151.1.0/24']]]],
            'devices' => [$unit('asker', '10.151.1.10/24'), $unit('asked', '10.151.1.11/24')],
            'intents' => [['id' => 'i', 'kind' => 'reach', 'from' => ['device:asker'], 'to' => ['device:asked'], 'service' => 'tcp/80']],
        ]), ShippedProfiles::load());
    }
}
