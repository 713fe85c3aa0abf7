<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;
use Vorhut\App\Vault\SealedFile;
use Vorhut\Core\Record\Json;

/** The command line as people and scripts call it. */
final class CliTest extends TestCase
{
    private const DEMO = 'demo/kestrel-sound.json';

    /** @return iterable<string, array{list<string>, int, string}> words, exit code, what the output holds */
    public static function calls(): iterable
    {
        yield 'check' => [['check', self::DEMO], 1, '48 findings.'];
        yield 'check a clean job' => [['check', 'demo/skerry-slip.json'], 0, 'No findings.'];
        yield 'plan' => [['plan', self::DEMO], 0, '10.47.20.25/24'];
        yield 'plan by something else' => [['plan', self::DEMO, '--by=colour'], 2, 'kind or location'];
        yield 'first contact' => [
            ['first-contact', self::DEMO, 'berth-4', '--laptop', 'wlan0=192.0.2.17/24'],
            0,
            'Switch Wi-Fi off',
        ];
        yield 'first contact of nobody' => [['first-contact', self::DEMO, 'berth-44'], 2, 'berth-44'];
        yield 'laptop nobody understands' => [
            ['first-contact', self::DEMO, 'berth-4', '--laptop', 'eth0'],
            2,
            'eth0=10.47.20.250/24',
        ];
        yield 'prove' => [
            ['prove', self::DEMO, '--trace', 'announcements'],
            1,
            '25 intents, 95 pairs, 10 intents fail, 1 not predictable.',
        ];
        yield 'prove a clean job' => [['prove', 'demo/skerry-slip.json'], 0, '0 intents fail'];
        yield 'load' => [['load', self::DEMO], 1, 'OVERLOAD radio '];
        $radio = '{"link":"radio","direction":"to-from","kbps":124000.0,"limitKbps":120000.0,';
        yield 'load, a line each' => [['load', self::DEMO, '--json'], 1, $radio];
        yield 'load of a clean job' => [['load', 'demo/skerry-slip.json'], 0, 'No stream'];
        yield 'power' => [['power', self::DEMO], 1, 'SHORT  sw-pier/1'];
        yield 'power, a line each' => [['power', self::DEMO, '--json'], 1, '{"switch":"sw-pier","budgetWatts":150.0,'];
        yield 'power of a clean job' => [['power', 'demo/skerry-slip.json'], 0, 'No port'];
        yield 'no such file' => [['check', 'no-such.json'], 2, 'no-such.json'];
        yield 'no job file' => [['check', 'composer.json'], 2, '$.format'];
        yield 'no such command' => [['conjure'], 2, 'not defined'];
        yield 'too many devices' => [['generate', '--devices', '1000000'], 2, 'from 1 to 20000'];
        yield 'a target that is never contacted' => [['probe', self::DEMO, '--target', '192.0.2.1'], 2, '192.0.2.1 is not contacted'];
        yield 'a site nobody confirmed' => [['probe', self::DEMO, '--on-site', '203.0.113.0/28'], 2, '--confirmed'];
        yield 'a site far too wide' => [
            ['probe', self::DEMO, '--on-site', '10.0.0.0/8', '--confirmed'],
            2,
            '/16 or longer',
        ];
        yield 'beyond the site' => [
            ['probe', self::DEMO, '--on-site', '203.0.113.0/28', '--confirmed', '--target', '192.0.2.1'],
            2,
            '192.0.2.1 is not contacted',
        ];
        yield 'repairs of nothing' => [['repair', self::DEMO, '--intent', 'nothing'], 2, 'hut-calls-control'];
        yield 'repairs' => [
            ['repair', self::DEMO, '--intent', 'announcements'],
            1,
            'please enable the IGMP querier',
        ];
        yield 'a probe nobody knows' => [
            ['probe', self::DEMO, '--target', '127.0.0.1', '--kind', 'smoke'],
            2,
            'tcp, http, rtsp, sip, poll or dns-sd',
        ];
        yield 'a vantage nobody knows' => [['probe', self::DEMO, '--from', 'nobody'], 2, 'mic-station'];
        yield 'keys' => [['keys', 'desk-phone-keypad', 'cab', '--start', 'lower'], 0, 'right 2   reads ca'];
        yield 'keys as JSON' => [
            ['keys', 'mic-receiver', '11', '--json'],
            0,
            '{"presses":[{"character":"1","keys":["up","up"],"pause":0.0},{"character":"1","keys":["enter","up","up"],"pause":0.0}],'
                .'"total":5,"seconds":1.5,"impossible":[]}',
        ];
        yield 'keys for what cannot be typed' => [['keys', 'mic-receiver', '1a€a'], 1, 'Cannot be entered here: a €'];
        yield 'keys where there are none' => [['keys', 'generic-host', 'a'], 2, 'a keypad or remote'];
        yield 'keys in a mode nobody knows' => [['keys', 'desk-phone-keypad', 'a', '--start', 'greek'], 2, 'digits, lower, upper'];
        yield 'keys of a kind nobody knows' => [['keys', 'abacus', 'a'], 2, 'desk-phone-keypad'];
        yield 'settings' => [['settings', self::DEMO, 'hall-music'], 0, 'else 3, computed from the plan'];
        yield 'settings not set' => [['settings', self::DEMO, 'crew-bar'], 1, 'ask the client'];
        yield 'settings of nobody' => [['settings', self::DEMO, 'hal-music'], 2, 'Did you mean "hall-music"?'];
        yield 'pairings' => [
            ['pairings', self::DEMO],
            1,
            'BROKEN  Fax mode does not match: Customs fax has T.38, Phone system has G.711 pass-through',
        ];
        yield 'pairings that agree' => [['pairings', 'demo/skerry-slip.json'], 0, 'ok      Codec'];
        yield 'runbook' => [['runbook', self::DEMO, 'ramp-phone'], 0, 'keys for 024700001083 (12 presses'];
        yield 'runbook as Markdown' => [['runbook', self::DEMO, 'tide-cam', '--markdown'], 0, '- [x] **Unpack and check contents**'];
        yield 'runbook as JSON' => [['runbook', self::DEMO, 'lift-phone', '--json'], 0, '{"device":"lift-phone","steps":[{"id":'];
        yield 'schedule' => [['schedule', self::DEMO, '--technicians', '2'], 0, 'Critical path:'];
        yield 'schedule as JSON' => [['schedule', self::DEMO, '--technicians', '1', '--json'], 0, '{"makespan":'];
        yield 'schedule as the job says' => [['schedule', self::DEMO], 0, ' with 2; shortest possible: '];
        yield 'schedule for nobody' => [['schedule', self::DEMO, '--technicians', '0'], 2, '1 to 4 technicians'];
        yield 'schedule for some' => [['schedule', self::DEMO, '--technicians', 'some'], 2, '1 to 4 technicians'];
        yield 'ask' => [['ask', self::DEMO], 1, 'To the client\'s network administrator, for Kestrel Sound Ferries'];
        yield 'ask one of them' => [['ask', self::DEMO, '--of', 'mail', '--json'], 1, '{"id":"setting.mail-server.'];
        yield 'ask what is open' => [['ask', self::DEMO, '--of', 'licence-desk', '--open'], 0, ''];
        yield 'ask nobody' => [['ask', self::DEMO, '--of', 'mayor'], 2, 'network, carrier, licence-desk, client, mail'];
        yield 'a vault that is none' => [['vault', 'open', self::DEMO, '--passphrase-file', self::DEMO], 2, 'a file that Vault exported'];
        yield 'a vault that is not there' => [['vault', 'open', 'nowhere.json'], 2, 'a file that exists'];
        yield 'a vault asked otherwise' => [['vault', 'shut', self::DEMO], 2, 'vorhut vault open FILE'];
        yield 'a kind' => [['profile', 'check', 'profiles/zone-streamer.json'], 0, 'No errors.'];
        yield 'no kind at all' => [['profile', 'check', self::DEMO], 2, '$.format'];
        yield 'a kind asked otherwise' => [['profile', 'bless', 'profiles/zone-streamer.json'], 2, 'check'];
        yield 'help' => [['reach', '--help'], 0, '"kind":"unicast"'];
    }

    /** @param list<string> $words */
    #[DataProvider('calls')]
    public function testCall(array $words, int $code, string $holds): void
    {
        $process = self::vorhut($words);
        self::assertSame($code, $process->getExitCode(), $process->getErrorOutput());
        self::assertStringContainsString($holds, $process->getOutput().$process->getErrorOutput());
        self::assertStringNotContainsString('Stack trace', $process->getOutput().$process->getErrorOutput());
        self::assertStringNotContainsString('Warning:', $process->getOutput().$process->getErrorOutput());
    }

    public function testTheScheduleKeepsItsForm(): void
    {
        $read = Json::object(self::vorhut(['schedule', self::DEMO, '--technicians', '2', '--json'])->getOutput());
        self::assertSame(['makespan', 'lowerBound', 'steps'], array_keys($read));
        /** @var array{makespan: int, lowerBound: int, steps: list<array<string, mixed>>} $read */
        $busy = [];
        $last = 0;
        foreach ($read['steps'] as $step) {
            self::assertSame(['unit', 'step', 'technician', 'start', 'end'], array_keys($step));
            $last = max($last, $step['end']);
            if (\is_int($step['technician'])) {
                $busy[$step['technician']][] = [$step['start'], $step['end']];
            }
        }
        self::assertSame([$read['makespan'], 2], [$last, \count($busy)]);
        self::assertLessThanOrEqual($read['lowerBound'] * 1.1, $read['makespan']);
        foreach ($busy as $spans) {
            sort($spans);
            foreach (\array_slice($spans, 1) as $index => [$start]) {
                self::assertLessThanOrEqual($start, $spans[$index][1], 'one thing at a time');
            }
        }
    }

    public function testAFileOfSecretsOpensAtTheCommandLine(): void
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'vault');
        $secrets = [['name' => 'a/password', 'label' => 'Password', 'units' => ['Horn 8'], 'value' => 'kelp-47']];
        file_put_contents($file, SealedFile::seal('Northpier', $secrets, 'seven grey gulls on a rope'));
        $pass = (string) tempnam(sys_get_temp_dir(), 'pass');
        file_put_contents($pass, "seven grey gulls on a rope\n");
        $said = self::vorhut(['vault', 'open', $file, '--passphrase-file', $pass])->getOutput();
        self::assertSame("Northpier\n\nkelp-47  Horn 8: Password\n", $said);
        $read = Json::object(self::vorhut(['vault', 'open', $file, '--passphrase-file', $pass, '--json'])->getOutput());
        self::assertSame(['job' => 'Northpier', 'secrets' => $secrets], $read);
        file_put_contents($pass, 'another passphrase');
        $process = self::vorhut(['vault', 'open', $file, '--passphrase-file', $pass]);
        self::assertSame(2, $process->getExitCode());
        self::assertStringContainsString('the passphrase it was encrypted with', $process->getErrorOutput());
        self::assertStringNotContainsString('kelp', $process->getOutput().$process->getErrorOutput());
    }

    public function testJsonIsALineEach(): void
    {
        $expected = ['check' => ['rule', 48], 'prove' => ['span', 95], 'repair' => ['change', 11], 'plan' => ['address', 3]];
        foreach ($expected as $command => [$key, $count]) {
            $lines = explode("\n", trim(self::vorhut([$command, self::DEMO, '--json'])->getOutput()));
            self::assertCount($count, $lines, $command);
            foreach ($lines as $line) {
                self::assertArrayHasKey($key, Json::object($line));
            }
        }
        $errors = Json::object(self::vorhut(['check', '-', '--json'], '{"format":"vorhut-job","version":1}')->getOutput());
        self::assertArrayHasKey('errors', $errors);
    }

    public function testReachAnswersInTheSameOrderAndGoesOnAfterABadLine(): void
    {
        $process = self::vorhut(
            ['reach', self::DEMO],
            implode("\n", [
                '{"id":"a","kind":"unicast","from":"berth-1","to":"10.47.10.10","protocol":"icmp"}',
                '',
                '{"id":"b","from":"nobody","to":"10.47.10.10"}',
                'nonsense',
                '{"id":"c","kind":"unicast","from":"receiver-3","to":"10.47.10.10","protocol":"udp","port":5060}',
            ]),
        );
        self::assertSame(2, $process->getExitCode());
        $answers = array_map(Json::object(...), explode("\n", trim($process->getOutput())));
        self::assertSame(['a', 'b', null, 'c'], array_column($answers, 'id'));
        self::assertSame('ok', $answers[0]['outcome']);
        self::assertArrayHasKey('errors', $answers[1]);
        self::assertSame('no-route', $answers[3]['outcome']);
    }

    public function testPlanWritesIntoTheFileAndTheSecondTimeNothing(): void
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'job');
        copy(\dirname(__DIR__, 2).'/'.self::DEMO, $file);
        self::assertSame(0, self::vorhut(['plan', $file, '--write'])->getExitCode());
        self::assertStringContainsString('"10.47.20.26/24"', (string) file_get_contents($file));
        self::assertStringContainsString('0 proposed', self::vorhut(['plan', $file])->getOutput());
        unlink($file);
    }

    public function testTheGeneratorIsRepeatableAndItsJobsAreGood(): void
    {
        $text = self::vorhut(['generate', '--devices', '300', '--seed', '4'])->getOutput();
        self::assertSame($text, self::vorhut(['generate', '--devices', '300', '--seed', '4'])->getOutput());
        self::assertNotSame($text, self::vorhut(['generate', '--devices', '300', '--seed', '5'])->getOutput());
        self::assertSame(1, self::vorhut(['check', '-'], $text)->getExitCode(), 'honest mistakes are in it');
    }

    /** @param list<string> $words */
    private static function vorhut(array $words, ?string $input = null): Process
    {
        $process = new Process(['php', 'bin/vorhut', ...$words], \dirname(__DIR__, 2), null, $input, 60);
        $process->run();

        return $process;
    }
}
