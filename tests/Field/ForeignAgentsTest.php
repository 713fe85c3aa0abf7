<?php

declare(strict_types=1);

namespace Vorhut\Tests\Field;

use PHPUnit\Framework\TestCase;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\App\Provision\UnitFiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Job\Job;
use Vorhut\Field\Lab\LabNetwork;
use Vorhut\Field\Lab\LabPorts;
use Vorhut\Field\Lab\LabSip;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Net\TargetGate;
use Vorhut\Field\StandIn\Lab;
use Vorhut\Tests\Support\ForeignAgent;
use Vorhut\Tests\Support\ForeignScenario;
use Vorhut\Tests\Support\Jobs;

use function Amp\delay;

/** Agents that we have not written call through the demo's phone system in the lab. */
final class ForeignAgentsTest extends TestCase
{
    private static ?Lab $lab = null;
    private static Job $job;
    private static LabSip $sip;
    private static int $port = 25060;

    /** @var list<ForeignAgent> */
    private array $agents = [];

    public static function setUpBeforeClass(): void
    {
        if (null === shell_exec('command -v sipp')) {
            self::markTestSkipped('There is no sipp command: no foreign agent called.');
        }
        self::$job = JobFile::read(str_replace('10.47.', '10.149.', Jobs::demoText('kestrel-sound')), ShippedProfiles::load());
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
        foreach ($this->agents as $agent) {
            $agent->stop();
        }
        $this->agents = [];
        delay(0.1);
    }

    public function testAPhoneCallsAStandIn(): void
    {
        $this->succeeds('2001', ForeignScenario::call()->stands()->pause('300')->hangUp(3));
    }

    public function testACarrierCallsIn(): void
    {
        $this->succeeds('2025550121', ForeignScenario::called()->stands(1)->pause('300')->hangUp(2), true);
    }

    /** RFC 6086, and the body that most phones send. */
    public function testTheAttendantConnectsByMessages(): void
    {
        $callee = $this->callee();
        $key = "Content-Type: application/dtmf-relay\nContent-Length: [len]\n\nSignal=2\nDuration=160\n";
        $pressing = ForeignScenario::call()->stands()->pause('200')->within('INFO', 3, $key)->expect('200')->pause('2500')->hangUp(4);
        $this->succeeds('2000', $pressing);
        self::assertSame(0, $callee->wait(8), $callee->errors());
    }

    public function testTheAttendantConnectsByEvents(): void
    {
        $callee = $this->callee();
        $pressing = ForeignScenario::call()->stands()->pause('200')->keysInMedia('2')->pause('2500')->hangUp(3);
        $this->succeeds('2000', $pressing);
        self::assertSame(0, $callee->wait(8), $callee->errors());
    }

    public function testACallIsHeldAndGoesOn(): void
    {
        $holding = ForeignScenario::call()->stands()
            ->offer(sequence: 3, direction: 'sendonly', answered: 'recvonly')
            ->pause('200')
            ->offer(sequence: 4, direction: 'sendrecv', answered: 'sendrecv')
            ->hangUp(5);
        $this->succeeds('2001', $holding);
    }

    public function testACallIsHandedOn(): void
    {
        $handing = ForeignScenario::call()->stands()
            ->within(method: 'REFER', sequence: 3, more: "Refer-To: <sip:2002@[remote_ip]>\n")
            ->expect('202')
            ->expectRequest('NOTIFY', 'SIP/2.0 100')->reply('200 OK')
            ->expectRequest('NOTIFY', 'SIP/2.0 200')->reply('200 OK')
            ->hangUp(4);
        $this->succeeds('2001', $handing);
    }

    public function testACarrierSendsAFax(): void
    {
        $fax = ForeignScenario::called()->stands(1)
            ->expectRequest('INVITE', 'm=image [0-9]+ udptl t38')->accept(ForeignScenario::fax(2))->expectRequest('ACK')
            ->pause('200')
            ->hangUp(2);
        $this->succeeds('2025550129', $fax, true);
    }

    public function testWhatMayNotBeIsRefused(): void
    {
        $this->succeeds('112', ForeignScenario::call()->refused(403));
        $this->succeeds('2099', ForeignScenario::call()->refused(404));
        $wrong = $this->agent(
            number: '2001',
            scenario: ForeignScenario::call()->refused(403),
            user: '2003',
            at: 'control-phone-2',
            password: 'no password',
        );
        self::assertSame(0, $wrong->wait(8), $wrong->errors());
        $busy = $this->agent('2005', ForeignScenario::call()->stands()->pause('2500')->hangUp(3));
        delay(1.8);
        $this->succeeds('2005', ForeignScenario::call()->refused(486));
        self::assertSame(0, $busy->wait(8), $busy->errors());
    }

    /** A foreign phone registered for the control room beside the stand-in there, and quicker than it. */
    private function callee(): ForeignAgent
    {
        $port = ++self::$port;
        $callee = $this->agent('', ForeignScenario::callee(), '2010', 'ticket-1', port: $port);
        $registers = $this->agent('', ForeignScenario::registration(), '2010', 'ticket-1', more: ['-key', 'at', (string) $port]);
        self::assertSame(0, $registers->wait(8), $registers->errors());

        return $callee;
    }

    private function succeeds(string $number, ForeignScenario $scenario, bool $isCarrier = false): void
    {
        $agent = $this->agent($number, $scenario, isCarrier: $isCarrier);
        self::assertSame(0, $agent->wait(12), $agent->errors());
    }

    /** @param list<string> $more */
    private function agent(
        string $number,
        ForeignScenario $scenario,
        string $user = '2003',
        string $at = 'control-phone-2',
        ?string $password = null,
        ?int $port = null,
        array $more = [],
        bool $isCarrier = false,
    ): ForeignAgent {
        $system = self::$job->devices['pbx'];
        $from = $isCarrier ? array_values(self::$sip->carriers($system))[0] : (string) self::$sip->addressOf(self::$job->devices[$at]);
        $to = self::$sip->addressOf($system).':'.LabSip::PORT;
        $called = $number.'@'.$to;

        return $this->agents[] = new ForeignAgent(
            scenario: $scenario,
            from: $from,
            port: $port ?? ++self::$port,
            to: $to,
            user: $user,
            password: $password ?? LabSip::password($user),
            more: [
                '-s',
                $number,
                '-m',
                '1',
                '-timeout',
                '10',
                '-timeout_error',
                ...('' === $number ? [] : ['-auth_uri', $called]),
                ...$more,
            ],
        );
    }
}
