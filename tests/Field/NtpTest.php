<?php

declare(strict_types=1);

namespace Vorhut\Tests\Field;

use PHPUnit\Framework\TestCase;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\App\Provision\UnitFiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Intent\ProbeKind;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Intent;
use Vorhut\Field\Lab\LabPorts;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Net\TargetGate;
use Vorhut\Field\Ntp\NtpPacket;
use Vorhut\Field\Probe\LiveTests;
use Vorhut\Field\Probe\Prober;
use Vorhut\Field\Probe\ProbeStatus;
use Vorhut\Field\StandIn\Lab;
use Vorhut\Tests\Support\Jobs;
use Vorhut\Tests\Support\Waiting;

use function Amp\async;

/** Time is asked for as RFC 5905 has it, and a clock that is wrong is seen to be. */
final class NtpTest extends TestCase
{
    use Waiting;

    /** Section 8: offset ((T2 − T1) + (T3 − T4)) / 2; section 7.3: the answer brings back what was sent. */
    public function testOffsetsAreThoseOfTheStandard(): void
    {
        $question = NtpPacket::parse(NtpPacket::question('abcdefgh')) ?? throw new \LogicException();
        self::assertTrue($question->isQuestion());
        self::assertSame('23', bin2hex(NtpPacket::question('abcdefgh')[0]), 'version 4, client');
        $answer = NtpPacket::parse($question->answer(1000.5, 1000.75)) ?? throw new \LogicException();
        self::assertTrue($answer->answers('abcdefgh') && $answer->isSet());
        self::assertFalse($answer->answers('abcdefgx'), 'another question');
        self::assertEqualsWithDelta((0.5 - 0.25) / 2, $answer->offset(1000.0, 1001.0), 1e-6);
        // Section 6: 1970 begins 2,208,988,800 seconds after the era.
        self::assertSame('83aa7e8080000000', bin2hex(substr($question->answer(0.5, 0.5), 32, 8)));
        self::assertNull(NtpPacket::parse(str_repeat("\0", 47)));
    }

    public function testAClockThatIsWrongOrNotSetIsSeen(): void
    {
        $sockets = new Sockets(new TargetGate());
        foreach ([[90.0, "\x24", ProbeStatus::Answered], [0.0, "\xE4", ProbeStatus::Strange]] as [$ahead, $first, $status]) {
            $server = $sockets->udp('127.199.25.1');
            async(static function () use ($server, $ahead, $first): void {
                while (null !== ($datagram = $server->receive())) {
                    $now = microtime(true) + $ahead;
                    $answer = (string) NtpPacket::parse($datagram[2])?->answer($now, $now);
                    $server->send($datagram[0], $datagram[1], substr_replace($answer, ~$answer[24], 24, 1));
                    $server->send($datagram[0], $datagram[1], $first.substr($answer, 1));
                }
            })->ignore();
            $seen = (new Prober($sockets, 1.0))->ask(ProbeKind::Ntp, '127.199.25.1', $server->port(), '127.199.25.2');
            self::assertSame($status, $seen->status);
            self::assertEqualsWithDelta(1000 * $ahead, (float) $seen->evidence['ahead of ours'], 500);
            $server->close();
        }
    }

    public function testTheTimeServerOfTheLabAnswersWhomThePlanLets(): void
    {
        $text = str_replace('10.47.', '10.152.', Jobs::demoText('kestrel-sound'));
        $job = JobFile::read($text, ShippedProfiles::load());
        $job = $job->with(new ChangeSet('', [new Edit(Intent::class, 'clock', null, [
            'id' => 'clock', 'name' => 'Clocks', 'kind' => 'time', 'from' => ['device:ticket-1', 'device:slip-phone'],
            'to' => ['device:time-server'], 'expect' => 'must',
        ])]));
        $lab = new Lab($job, LabPorts::ofThisUser(), UnitFiles::make());
        $seen = [];
        LiveTests::inTheLab($job, UnitFiles::make(), 1.0)->run(
            ['clock'],
            static function (string $intent, string $pair, PairVerdict $span, string $evidence) use (&$seen): bool {
                $seen[$pair] = [$span->holds(), $evidence];

                return true;
            },
        );
        $lab->stop();
        self::assertTrue($seen['ticket-1>time-server'][0] ?? false, $seen['ticket-1>time-server'][1] ?? '');
        self::assertStringContainsString('stratum: 2', $seen['ticket-1>time-server'][1]);
        self::assertFalse($seen['slip-phone>time-server'][0] ?? true, 'the slip has no way back');
    }
}
