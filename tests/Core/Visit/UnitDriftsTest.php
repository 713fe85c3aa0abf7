<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Visit;

use PHPUnit\Framework\TestCase;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\MacAddress;
use Vorhut\Core\Setting\Settings;
use Vorhut\Core\Visit\ReadValue;
use Vorhut\Core\Visit\UnitDrift;
use Vorhut\Core\Visit\UnitDrifts;
use Vorhut\Core\Visit\UnitMarks;
use Vorhut\Core\Visit\ValueDrifts;
use Vorhut\Tests\Support\Jobs;

/** By what a unit is known to be the one that was left there. */
final class UnitDriftsTest extends TestCase
{
    public function testWhatIsAsPlannedIsNoDrift(): void
    {
        $now = ['a' => self::marks(), 'b' => new UnitMarks(true, 'Some maker\'s page')];
        self::assertSame([], self::said($now, ['a' => new UnitMarks(true)]));
        self::assertSame([], self::said(['a' => new UnitMarks(true)], []), 'who shows nothing is not accused');
        self::assertSame([], self::said(['b' => new UnitMarks(true)], ['b' => new UnitMarks(true, 'Unit b')]), 'it shows no name any more');
        self::assertSame([], self::said(['a' => self::marks(firmware: '')], ['a' => self::marks()]), 'nor its firmware');
        self::assertSame(
            [],
            self::said(['b' => self::marks(mac: '02-00-00-00-00-0B', name: 'Unit b', firmware: '9')], []),
            'nobody knows what it had',
        );
        $strange = self::marks('02-00-00-00-00-99', 'Unit c');
        self::assertSame([], self::said(['c' => $strange], []), 'nobody knows its MAC');
    }

    public function testAUnitThatAnsweredAndDoesNotAnyMore(): void
    {
        self::assertSame(['a: It does not reply any more.'], self::said(['a' => new UnitMarks()], ['a' => new UnitMarks(true)]));
        self::assertSame([], self::said(['a' => new UnitMarks()], ['a' => new UnitMarks()]), 'it was silent when it was left');
    }

    public function testAnotherUnitIsKnownByItsMacItsNameOrItsCertificate(): void
    {
        $of = static fn (UnitMarks $now, UnitMarks $before = new UnitMarks(true)): array => self::said(['a' => $now], ['a' => $before]);
        self::assertSame(['a: Another device answers here: Unit b.'], $of(self::marks(mac: '02-00-00-00-00-0B')));
        self::assertSame(
            ['a: Another device answers here, with the MAC address 02-00-00-00-00-99.'],
            $of(self::marks(mac: '02-00-00-00-00-99', firmware: '9')),
            'what else is otherwise with it is not said of another',
        );
        self::assertSame([], $of(self::marks(mac: '02-00-00-00-00-99'), self::marks(mac: '02-00-00-00-00-99')), 'it was left so');
        self::assertSame(['a: Another device answers here: its web page calls it Unit b.'], $of(self::marks(name: 'unit B')));
        self::assertSame(['a: Another device answers here: its web page calls it Unit b.'], $of(self::marks(name: 'host-b')));
        self::assertSame([], $of(self::marks(name: 'Unit b'), self::marks(name: 'Unit b')), 'it was left so');
        $shown = self::marks(certificate: str_repeat('ab', 32));
        self::assertSame(['a: It shows another certificate, abababababab….'], $of($shown, self::marks(certificate: str_repeat('cd', 32))));
        self::assertSame([], $of($shown, self::marks()), 'nobody knew one before');
    }

    public function testAnotherFirmwareIsTakenIntoThePlan(): void
    {
        $drifts = (new UnitDrifts(self::job()))->drifts(['a' => self::marks(firmware: '2.1')], ['a' => new UnitMarks(true)]);
        self::assertSame('Its firmware is 2.1; at hand-over it was 2.0.', $drifts[0]->what);
        self::assertNotNull($drifts[0]->take);
        $now = self::job()->with(new ChangeSet('', [$drifts[0]->take]));
        self::assertSame('2.1', $now->devices['a']->firmware);
        self::assertSame([], (new UnitDrifts($now))->drifts(['a' => self::marks(firmware: '2.1')], []));
        self::assertSame([], self::said(['a' => self::marks(firmware: '2.1')], ['a' => self::marks(firmware: '2.1')]), 'it was left so');
    }

    /** What was value read back, against what is planned: as it is typed or as it is shown, both are right. */
    public function testAValueThatWasReadOtherwise(): void
    {
        $job = Jobs::demo();
        $settings = new Settings($job);
        $codec = $settings->value($job->devices['ticket-1'], 'codec') ?? throw new \LogicException();
        $same = [new ReadValue('ticket-1', 'codec', $codec->text()), new ReadValue('ticket-2', 'codec', $codec->shown())];
        $gone = [
            new ReadValue(device: 'no-such', setting: 'codec', value: 'x'),
            new ReadValue(device: 'ticket-1', setting: 'no-such', value: 'x'),
        ];
        self::assertSame([], ValueDrifts::drifts($settings, [...$same, ...$gone]));
        $drift = ValueDrifts::drifts($settings, [new ReadValue(device: 'ticket-1', setting: 'codec', value: 'g711u')])[0];
        self::assertSame(['ticket-1', 'Codec is g711u; at hand-over it was G.711 A-law.'], [$drift->unit, $drift->what]);
        self::assertNotNull($drift->take);
        $now = $job->with(new ChangeSet('', [$drift->take]));
        self::assertSame(
            [],
            ValueDrifts::drifts(new Settings($now), [new ReadValue(device: 'ticket-1', setting: 'codec', value: 'g711u')]),
        );
        $fact = ValueDrifts::drifts($settings, [new ReadValue(device: 'ticket-1', setting: 'address', value: '10.9.9.9')])[0];
        self::assertNull($fact->take, 'what the plan itself says is not taken from a unit');
    }

    /** A reason holds for what stands there now, and for nothing else. */
    public function testKeysAreOfWhatWasFound(): void
    {
        $drifts = new UnitDrifts(self::job());
        $key = static fn (string $firmware): string => $drifts->drifts(['a' => self::marks(firmware: $firmware)], [])[0]->key;
        self::assertSame($key('2.1'), $key('2.1'));
        self::assertNotSame($key('2.1'), $key('2.2'));
    }

    public function testMarksAreKeptAsTheyAre(): void
    {
        $marks = self::marks(certificate: 'ab');
        self::assertEquals($marks, UnitMarks::kept($marks->jsonSerialize()));
        self::assertEquals(new UnitMarks(), UnitMarks::kept(['answers' => 'yes', 'name' => 7, 'mac' => 'no']));
    }

    private static function marks(
        string $mac = '02-00-00-00-00-0A',
        string $name = 'Unit a',
        string $firmware = '2.0',
        string $certificate = '',
    ): UnitMarks {
        return new UnitMarks(answers: true, name: $name, firmware: $firmware, mac: MacAddress::fromString($mac), certificate: $certificate);
    }

    /**
     * @param array<array-key, UnitMarks> $now
     * @param array<array-key, UnitMarks> $before
     *
     * @return list<string>
     */
    private static function said(array $now, array $before): array
    {
        return array_map(static fn (UnitDrift $d): string => $d->unit.': '.$d->what, (new UnitDrifts(self::job()))->drifts($now, $before));
    }

    private static function job(): Job
    {
        $at = static fn (string $address, string $mac): array => ['at' => ['lan', $address], 'if' => ['mac' => $mac]];

        return Jobs::make(['lan' => '10.9.1.0/24'], [
            'a' => ['name' => 'Unit a', 'firmware' => '2.0'] + $at('10.9.1.10/24', '02:00:00:00:00:0a'),
            'b' => ['name' => 'Unit b', 'hostname' => 'host-b'] + $at('10.9.1.11/24', '02:00:00:00:00:0b'),
            'c' => ['name' => 'Unit c', 'at' => ['lan', '10.9.1.12/24']],
        ]);
    }
}
