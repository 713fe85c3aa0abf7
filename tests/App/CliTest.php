<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;
use Vorhut\Core\Record\Json;

/** The command line as people and scripts call it. */
final class CliTest extends TestCase
{
    private const DEMO = 'demo/kestrel-sound.json';

    /** @return iterable<string, array{list<string>, int, string}> words, exit code, what the output holds */
    public static function calls(): iterable
    {
        yield 'check' => [['check', self::DEMO], 1, '30 findings.'];
        yield 'check a clean job' => [['check', 'demo/skerry-slip.json'], 0, 'Nothing found.'];
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
        yield 'prove' => [['prove', self::DEMO, '--trace', 'announcements'], 1, '11 intents, 75 pairs, 7 intents fail, 1 cannot be told.'];
        yield 'prove a clean job' => [['prove', 'demo/skerry-slip.json'], 0, '0 intents fail'];
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
            'please switch on the IGMP querier',
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
        yield 'keys for what cannot be typed' => [['keys', 'mic-receiver', '1a€a'], 1, 'Cannot be typed here at all: a €'];
        yield 'keys where there are none' => [['keys', 'generic-host', 'a'], 2, 'a keypad or remote'];
        yield 'keys in a mode nobody knows' => [['keys', 'desk-phone-keypad', 'a', '--start', 'greek'], 2, 'digits, lower, upper'];
        yield 'keys of a kind nobody knows' => [['keys', 'abacus', 'a'], 2, 'desk-phone-keypad'];
        yield 'settings' => [['settings', self::DEMO, 'hall-music'], 0, 'else 3, computed from the plan'];
        yield 'settings still open' => [['settings', self::DEMO, 'crew-bar'], 1, 'ask the client'];
        yield 'settings of nobody' => [['settings', self::DEMO, 'hal-music'], 2, 'Did you mean "hall-music"?'];
        yield 'pairings' => [['pairings', self::DEMO], 1, 'BROKEN  Fax mode: Customs fax T.38, Phone system as sound, G.711'];
        yield 'pairings that agree' => [['pairings', 'demo/skerry-slip.json'], 0, 'ok      Codec'];
        yield 'runbook' => [['runbook', self::DEMO, 'ramp-phone'], 0, 'keys for 024700001083 (12 presses'];
        yield 'runbook as Markdown' => [['runbook', self::DEMO, 'tide-cam', '--markdown'], 0, '- [x] **Unpack and check off**'];
        yield 'runbook as JSON' => [['runbook', self::DEMO, 'lift-phone', '--json'], 0, '{"device":"lift-phone","steps":[{"id":'];
        yield 'a kind' => [['profile', 'check', 'profiles/zone-streamer.json'], 0, 'Nothing wrong.'];
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

    public function testJsonIsALineEach(): void
    {
        $expected = ['check' => ['rule', 30], 'prove' => ['span', 75], 'repair' => ['change', 11], 'plan' => ['address', 3]];
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
