<?php

declare(strict_types=1);

namespace Vorhut\Tests\Field;

use Amp\TimeoutCancellation;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\App\Provision\UnitFiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Intent\ProbeKind;
use Vorhut\Core\Job\Job;
use Vorhut\Field\Lab\LabPorts;
use Vorhut\Field\Light\E131Data;
use Vorhut\Field\Light\E131Discovery;
use Vorhut\Field\Light\E131Layers;
use Vorhut\Field\Light\LightUnit;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Net\TargetGate;
use Vorhut\Field\Probe\LiveTests;
use Vorhut\Field\Probe\Prober;
use Vorhut\Field\Probe\ProbeStatus;
use Vorhut\Field\StandIn\Lab;
use Vorhut\Tests\Support\Jobs;
use Vorhut\Tests\Support\Waiting;

/** Slots over streaming ACN, nodes and scene stores of the lab, and what their units can be told. */
final class LightTest extends TestCase
{
    use Waiting;

    private const CID = 'sixteen octets!!';

    /** As a foreign dissector reads it. */
    public function testAForeignDissectorReadsTheUniverse(): void
    {
        $slots = implode('', array_map(chr(...), range(1, 255))).str_repeat("\x00", 257);
        $data = new E131Data(cid: self::CID, name: 'Lighting desk', universe: 258, priority: 120, sequence: 7, slots: $slots);
        self::assertSame(638, \strlen($data->encode()));
        $fields = array_map(static fn (string $f): string => 'acn.dmx.'.$f, ['universe', 'priority', 'seq_number', 'source_name', 'count']);
        self::assertSame(['258', '120', '7', 'Lighting desk', '513'], self::dissected($data->encode(), $fields));
        self::assertStringStartsWith('1  2  3  4', self::dissected($data->encode(), ['acn.dmx.data'])[0]);
    }

    /** The layout of the packet of universe discovery, octet by octet (ANSI E1.31-2018, tables 8-6 to 8-8). */
    public function testUniversesAreAnnounced(): void
    {
        $said = new E131Discovery(self::CID, 'Desk', [7, 1, 63999]);
        $packet = $said->encode();
        self::assertSame(126, \strlen($packet));
        self::assertSame('00 00 00 08', self::hex($packet, 18, 4), 'an extended packet');
        self::assertSame('00 00 00 02', self::hex($packet, 40, 4), 'of universe discovery');
        self::assertSame('70 0e 00 00 00 01 00 00 00 01 00 07 f9 ff', self::hex($packet, 112, 14), 'its list, in order');
        self::assertSame([1, 7, 63999], E131Discovery::parse($packet)?->universes);
    }

    /** @return iterable<string, array{string}> */
    public static function broken(): iterable
    {
        $whole = (new E131Data(
            cid: self::CID,
            name: 'Desk',
            universe: 1,
            priority: 100,
            sequence: 1,
            slots: str_repeat("\x05", 24),
        ))->encode();
        yield 'nothing' => [''];
        yield 'cut short' => [substr($whole, 0, -1)];
        yield 'another preamble' => ['x'.substr($whole, 1)];
        yield 'a length that lies' => [substr_replace($whole, "\x7F\xFF", 16, 2)];
        yield 'another vector' => [substr_replace($whole, "\x00\x00\x00\x09", 18, 4)];
        yield 'a priority above 200' => [substr_replace($whole, "\xC9", 108, 1)];
        yield 'universe 0' => [substr_replace($whole, "\x00\x00", 113, 2)];
        yield 'universe 64000' => [substr_replace($whole, "\xFA\x00", 113, 2)];
        yield 'another start code' => [substr_replace($whole, "\xDD", 125, 1)];
        yield 'more slots than there are' => [substr_replace($whole, "\x02\x01", 123, 2)];
    }

    #[\PHPUnit\Framework\Attributes\DataProvider('broken')]
    public function testWhatIsNotWholeIsLeftOut(string $packet): void
    {
        self::assertNull(E131Data::parse($packet));
        self::assertNull(E131Discovery::parse($packet));
    }

    public function testPacketsComeBackAsTheyWere(): void
    {
        $data = new E131Data(
            cid: self::CID,
            name: 'Desk',
            universe: 63999,
            priority: 200,
            sequence: 255,
            slots: "\x01\x02",
            ended: true,
            isPreview: true,
        );
        self::assertEquals($data, E131Data::parse($data->encode()));
        $said = new E131Discovery(self::CID, 'Desk', [1, 7]);
        self::assertEquals($said, E131Discovery::parse($said->encode()));
    }

    /** Who has the higher priority wins; at one priority each light gets the most; who falls silent for 2.5 s is gone. */
    public function testWhoWins(): void
    {
        $unit = new LightUnit('Node', 0);
        $unit->tune([1], false);
        $send = static function (
            string $cid,
            int $priority,
            string $slots,
            float $at,
            int $sequence = 1,
            int $universe = 1,
        ) use ($unit): array {
            $unit->take(new E131Data(
                cid: str_pad($cid, 16),
                name: $cid,
                universe: $universe,
                priority: $priority,
                sequence: $sequence,
                slots: $slots,
            ), $at);

            return $unit->slots(universe: 1, first: 1, count: 3);
        };
        self::assertSame([9, 1, 0], $send('a', 100, "\x09\x01", 0.0));
        self::assertSame([9, 1, 0], $send('b', 90, "\x07\x07\x07", 0.1), 'a lower priority waits');
        self::assertSame([9, 5, 4], $send('c', 100, "\x02\x05\x04", 0.2), 'the most of two at one priority');
        self::assertSame(['a at 100 wins', 'b at 90', 'c at 100 wins'], $unit->senders(1, 0.3));
        self::assertSame([7, 7, 7], $send('b', 90, "\x07\x07\x07", 2.8, 2), 'both others have been silent for too long');
        self::assertSame([7, 7, 7], $send('b', 90, "\x01", 2.9, 1), 'what is late is left out');
        self::assertSame([7, 7, 7], $send('x', 200, "\x01", 3.0, 1, 2), 'another universe');
        $unit->take(new E131Data(
            cid: str_pad('p', 16),
            name: 'p',
            universe: 1,
            priority: 200,
            sequence: 1,
            slots: "\x01",
            isPreview: true,
        ), 3.0);
        self::assertSame([7, 7, 7], $unit->slots(universe: 1, first: 1, count: 3), 'a preview is not for lights');
        $unit->take(new E131Data(cid: str_pad('b', 16), name: 'b', universe: 1, priority: 90, sequence: 3, slots: '', ended: true), 3.1);
        self::assertSame([], $unit->senders(1, 3.1));
        self::assertSame([7, 7, 7], $unit->slots(universe: 1, first: 1, count: 3), 'what nobody sends any more stays');
    }

    /** Only what stands still is kept, only so many scenes, and not where keys capture. */
    public function testWhatAStoreKeeps(): void
    {
        $store = new LightUnit('Store', 2);
        $store->tune([1], true);
        $send = static function (string $slots, float $at, int $n) use ($store): void {
            $store->take(new E131Data(cid: self::CID, name: 'Desk', universe: 1, priority: 100, sequence: $n, slots: $slots), $at);
        };
        self::assertSame('nothing comes in', $store->keep(1, 0.0));
        $send("\x05", 1.0, 1);
        self::assertSame('it moves', $store->keep(1, 1.1));
        $send("\x05", 1.2, 2);
        self::assertSame('', $store->keep(1, 1.25));
        self::assertSame('scenes 1 to 2', $store->keep(3, 1.3));
        $send("\x08", 1.4, 3);
        self::assertSame('it moves', $store->keep(2, 1.5));
        self::assertSame([1], $store->kept());
        self::assertSame('no such scene', $store->show(2, 1.6));
        self::assertSame('', $store->show(1, 1.6));
        self::assertSame([5], $store->slots(universe: 1, first: 1, count: 1));
        $send("\x09", 1.7, 4);
        self::assertSame([5], $store->slots(universe: 1, first: 1, count: 1), 'a scene stays, whatever comes in');
        $store->show(0, 1.8);
        $send("\x09", 1.8, 5);
        self::assertSame([9], $store->slots(universe: 1, first: 1, count: 1), 'until it is let go');
        $store->tune([1], true, overrides: true);
        self::assertSame('what comes in overrides', $store->show(1, 1.9));
        $store->tune([1], true);
        self::assertSame('nothing comes in', $store->keep(2, 9.0), 'the network is unplugged');
        self::assertSame('', $store->show(1, 9.0), 'and still it shows what it kept');
        self::assertSame([5], $store->slots(universe: 1, first: 1, count: 1));
        $store->tune([1], false);
        self::assertSame('captured by its keys', $store->keep(2, 1.5));
    }

    public function testLooksGetThroughInTheLabAsThePlanSays(): void
    {
        $job = self::job();
        $lab = new Lab($job, LabPorts::ofThisUser(), UnitFiles::make());
        try {
            $seen = $evidence = [];
            $test = LiveTests::inTheLab($job, UnitFiles::make(), 1.0);
            $test->run(['looks', 'berths-seen'], static function (
                string $intent,
                string $pair,
                PairVerdict $span,
                string $said,
            ) use (&$seen, &$evidence): bool {
                $seen[$pair] = $span->value;
                $evidence[$pair] = $said;

                return true;
            });
            self::assertSame('through', $seen['light-desk>hall-scenes'] ?? '', $evidence['light-desk>hall-scenes'] ?? '');
            self::assertStringContainsString('scene: stored and recalled', $evidence['light-desk>hall-scenes'] ?? '');
            self::assertSame('through', $seen['light-desk>pier-light'] ?? '', $evidence['light-desk>pier-light'] ?? '');
            self::assertSame('through', $seen['berth-2>camera-station'] ?? '', $evidence['berth-2>camera-station'] ?? '');
            $watched = $evidence['berth-2>camera-station'] ?? '';
            $rate = '/watch .* kbit\/s: \d{4}, pictures\/s: [\d.]+, packets: (\d+), lost: (\d+)/';
            self::assertSame(1, preg_match($rate, $watched, $m), $watched);
            self::assertLessThan((int) $m[1] / 20, (int) $m[2], 'a busy machine drops some datagrams, the plan none');
            $says = static fn (string $address, string $line): string => self::say($address, $line);
            $node = self::at($lab, $job, 'pier-light');
            self::until(static fn (): bool => str_contains($says($node, 'SENDERS 1'), 'Lighting desk at 100'));
            self::assertStringContainsString('Lighting desk says so', $says($node, 'SENDERS 1'), 'universe discovery');
            self::assertSame('NO verbs are NAME SLOTS SENDERS SCENES KEEP SHOW', $says($node, 'DANCE'));
            self::assertSame('NO 3 numbers are wanted', $says($node, 'SLOTS 1 x 2'));
            $bar = self::at($lab, $job, 'crew-bar');
            self::assertSame('NO firmware family does not match', $says($bar, 'PAIR crew-panel'));
            self::assertSame('NO no device of that name is planned', $says($bar, 'PAIR berth-1'));
            $projector = self::at($lab, $job, 'departures');
            self::assertSame(['OK OFF', 'NO it is off', 'OK ON', 'OK 3', 'OK 3', 'NO 1 to 4 or ASK'], array_map(
                static fn (string $line): string => $says($projector, $line),
                ['POWER ASK', 'INPUT 2', 'POWER ON', 'INPUT 3', 'INPUT ASK', 'INPUT 9'],
            ));
        } finally {
            $lab->stop();
        }
    }

    /** A desk with another network hears nothing back, and nothing it sends gets there. */
    public function testWhoIsNotLetThroughChangesNoLight(): void
    {
        $job = self::job();
        $lab = new Lab($job, LabPorts::ofThisUser(), UnitFiles::make());
        try {
            $store = self::at($lab, $job, 'hall-scenes');
            $guest = self::at($lab, $job, 'ticket-1');
            $prober = new Prober(new Sockets(new TargetGate()), 1.0);
            $result = $prober->ask(ProbeKind::Scene, $store, E131Layers::PORT, $guest);
            self::assertContains($result->status, [ProbeStatus::Closed, ProbeStatus::Silent]);
        } finally {
            $lab->stop();
        }
    }

    private static function hex(string $packet, int $from, int $length): string
    {
        return implode(' ', str_split(bin2hex(substr($packet, $from, $length)), 2));
    }

    private static function job(): Job
    {
        // Networks of its own, so that no other lab of this machine stands there.
        $text = str_replace(['10.47.', '172.16.'], ['10.160.', '10.192.'], Jobs::demoText('kestrel-sound'));

        return JobFile::read($text, ShippedProfiles::load());
    }

    private static function at(Lab $lab, Job $job, string $device): string
    {
        $planned = $job->devices[$device]->primaryAddress()->address ?? throw new \LogicException($device);

        return (string) $lab->addresses()->toLab($planned);
    }

    private static function say(string $address, string $line): string
    {
        $socket = (new Sockets(new TargetGate()))->connect($address, 4300, 2.0);
        try {
            $socket->write($line."\n");

            return trim((string) $socket->read(new TimeoutCancellation(2)));
        } finally {
            $socket->close();
        }
    }

    /**
     * @param list<string> $fields
     *
     * @return list<string>
     */
    private static function dissected(string $payload, array $fields): array
    {
        $udp = pack('nnnn', 40000, E131Layers::PORT, 8 + \strlen($payload), 0).$payload;
        $ip = pack('CCnnnCCnNN', 0x45, 0, 20 + \strlen($udp), 1, 0, 64, 17, 0, 0x7F000001, 0x7F000002).$udp;
        $file = (string) tempnam(sys_get_temp_dir(), 'e131');
        // Of raw IP packets (link type 101).
        file_put_contents($file, pack('VvvVVVV', 0xA1B2C3D4, 2, 4, 0, 0, 65535, 101).pack('VVVV', 0, 0, \strlen($ip), \strlen($ip)).$ip);
        $command = ['tshark', '-r', $file, '--enable-heuristic', 'acn', '-o', 'acn.dmx_enable:TRUE', '-T', 'fields', '-E', 'separator=|'];
        foreach ($fields as $field) {
            array_push($command, '-e', $field);
        }
        $process = new Process($command, timeout: 30);
        try {
            $process->mustRun();
        } finally {
            unlink($file);
        }

        return explode('|', trim($process->getOutput()));
    }
}
