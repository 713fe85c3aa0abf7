<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Ask;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\Ask\Answers;
use Vorhut\Core\Ask\AskContext;
use Vorhut\Core\Ask\AskSheet;
use Vorhut\Core\Ask\Target\AnswerContext;
use Vorhut\Core\Ask\Target\TrunkWords;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Trunk;
use Vorhut\Core\Job\TrunkEnd;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Record\RecordType;
use Vorhut\Core\Setting\Settings;
use Vorhut\Tests\Support\Units;

/** What a carrier answers stands in the trunk, and need not be typed again. */
final class TrunkAnswersTest extends TestCase
{
    /** @return iterable<string, array{string, string, array<string, mixed>}> question, what is written, fields */
    public static function answers(): iterable
    {
        yield 'a server alone' => ['server', 'sip.example.net', ['server' => 'sip.example.net']];
        yield 'with a colon' => ['server', 'sip.example.net:5062', ['server' => 'sip.example.net', 'port' => 5062]];
        yield 'in words' => ['server', '192.0.2.7, port 5060', ['server' => '192.0.2.7', 'port' => 5060]];
        yield 'transports' => ['transport', 'UDP or TLS', ['transports' => ['udp', 'tls']]];
        yield 'a login' => ['login', 'house-7', ['trust' => 'password', 'login' => 'house-7']];
        yield 'a trusted address' => ['login', '203.0.113.9', ['trust' => 'address', 'source' => '203.0.113.9']];
        yield 'we register' => ['registers', 'You register at us, 300 s', ['standing' => 'registers']];
        yield 'no registration (static)' => ['registers', 'nobody', ['standing' => 'fixed']];
        yield 'codecs in order' => ['codecs', 'G.711 µ-law, then PCMA; G.722 and g729', ['codecs' => ['g711-u', 'g711-a', 'g722', 'g729']]];
        yield 'the same twice' => ['codecs', 'alaw, PCMA', ['codecs' => ['g711-a']]];
        yield 'key tones' => ['dtmf', 'RFC 2833', ['keyTones' => 'rfc4733']];
        yield 'in the sound' => ['dtmf', 'inband', ['keyTones' => 'inband']];
        yield 'fax' => ['fax', 'T.38', ['fax' => 't38']];
        yield 'fax as sound' => ['fax', 'G.711 pass-through', ['fax' => 'pass-through']];
        yield 'calls at once' => ['channels', '10', ['channels' => 10]];
        yield 'a header' => ['number', 'To', ['header' => 'to']];
        yield 'Request-URI' => ['number', 'Request-URI', ['header' => 'request']];
    }

    /** @param array<string, mixed> $fields */
    #[DataProvider('answers')]
    public function testAnAnswerIsReadAsThePlanHoldsIt(string $key, string $text, array $fields): void
    {
        self::assertSame($fields, TrunkWords::read($key, $text));
    }

    /** @return iterable<string, array{string, string}> */
    public static function nonsense(): iterable
    {
        yield 'a sentence for a server' => ['server', 'ask our desk in the morning'];
        yield 'an unknown codec' => ['codecs', 'G.711 A-law, wax cylinder'];
        yield 'G.711 of neither law' => ['codecs', 'G.711'];
        yield 'many calls' => ['channels', 'plenty'];
        yield 'nothing but a comma' => ['transport', ','];
        yield 'a transport' => ['transport', 'pigeon'];
    }

    #[DataProvider('nonsense')]
    public function testWhatCannotBeThatIsRefusedWithWhatIsAllowed(string $key, string $text): void
    {
        $this->expectException(InvalidValue::class);
        TrunkWords::read($key, $text);
    }

    /** What is shown as the answer is read as what it says. */
    public function testWhatIsSaidIsReadAgain(): void
    {
        $end = RecordType::fromClass(TrunkEnd::class)->read([
            'server' => 'sip.example.net', 'port' => 5061, 'domain' => 'house.example.net', 'transports' => ['tls', 'udp'],
            'trust' => 'password', 'login' => 'house-7', 'standing' => 'registers', 'codecs' => ['g722', 'g711-u', 'g711-a', 'opus'],
            'keyTones' => 'info', 'fax' => 'pass-through', 'channels' => 4, 'header' => 'diversion',
        ]);
        $read = [];
        foreach (['server', 'domain', 'transport', 'login', 'registers', 'codecs', 'dtmf', 'fax', 'channels', 'number'] as $key) {
            $read += TrunkWords::read($key, TrunkWords::said($key, $end));
        }
        self::assertEquals($end, RecordType::fromClass(TrunkEnd::class)->read($read));
    }

    public function testTheSheetFillsTheTrunk(): void
    {
        $job = self::job(['ours' => ['channels' => 8], 'theirs' => ['server' => 'old.example.net']]);
        $sheet = self::sheet($job);
        self::assertSame(['old.example.net', '8'], [$sheet->item('trunk.out.server')?->answer, $sheet->item('trunk.out.channels')?->ours]);
        self::assertNotNull($sheet->item('asked.trunk-one-caller'), 'what no field holds is kept in words');
        self::assertNull($sheet->item('asked.trunk-one-server'));
        $texts = ['trunk.out.server' => 'sip.example.net:5062', 'trunk.out.channels' => '6', 'trunk.out.codecs' => 'wax'];
        $answers = Answers::read($job, $sheet, $texts, new AnswerContext('Carrier', null));
        self::assertSame(['trunk.out.codecs'], array_keys($answers->refused));
        $theirs = $job->with($answers->change)->all(Trunk::class)['out']->theirs;
        self::assertSame(['sip.example.net', 5062, 6], [$theirs->server, $theirs->port, $theirs->channels]);
        self::assertSame(8, $job->with($answers->change)->all(Trunk::class)['out']->ours->channels);
    }

    public function testLinesOfOtherKindsAreNotAskedAbout(): void
    {
        self::assertNull(self::sheet(self::job(['kind' => 'mobile']))->item('trunk.out.server'));
    }

    private static function sheet(Job $job): AskSheet
    {
        return AskSheet::fromContext(new AskContext(new Settings($job), new Prover($job)));
    }

    /** @param array<string, mixed> $trunk */
    private static function job(array $trunk): Job
    {
        return Units::job(['pbx' => ['family' => 'phone-system', 'sipRole' => 'server']], ['one' => []], [
            'voice' => ['trunks' => [['id' => 'out', 'name' => 'Out', 'system' => 'one'] + $trunk]],
        ]);
    }
}
