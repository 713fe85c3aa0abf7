<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Scan;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\PasswordState;
use Vorhut\Core\Job\Stage;
use Vorhut\Core\Scan\Belongs;
use Vorhut\Core\Scan\Sticker;
use Vorhut\Core\Scan\Swap;
use Vorhut\Core\Scan\WhichUnit;
use Vorhut\Tests\Support\Units;

final class ScanTest extends TestCase
{
    /** @return iterable<string, array{string, list<string>, list<int>}> text, units, how sure */
    public static function stickers(): iterable
    {
        yield 'a MAC without separators' => ['02470000000A', ['one'], [2]];
        yield 'with colons and a label' => ['MAC: 02:47:00:00:00:0a', ['one'], [2]];
        yield 'with hyphens' => ['02-47-00-00-00-0A', ['one'], [2]];
        yield 'a serial number' => ['KS-1042-77', ['one'], [1]];
        yield 'a serial number written otherwise' => ['ks104277', ['one'], [1]];
        yield 'with a label' => ['S/N:KS-1042-77', ['one'], [1]];
        yield 'both in one code' => ['P=horn;SN=KS-1042-77;MAC=02470000000A', ['one'], [3]];
        yield 'a link with both' => ['https://tag.example.test/?sn=KS-1042-77&mac=02470000000A', ['one'], [3]];
        yield 'MAC of one, serial of the other: the MAC counts more' => ['02470000000B KS-1042-77', ['two', 'one'], [2, 1]];
        yield 'its second port' => ['0247000000FF', ['two'], [2]];
        yield 'nobody\'s' => ['024700000099', [], []];
        yield 'too short to be a serial number' => ['K1', [], []];
        yield 'letters for digits, read by eye' => ['O2-47-OO-OO-OO-OA', ['one'], [0]];
        yield 'nothing' => ['', [], []];
    }

    /**
     * @param list<string> $units
     * @param list<int> $sure
     */
    #[DataProvider('stickers')]
    public function testAStickerSaysWhichUnitItIs(string $text, array $units, array $sure): void
    {
        $found = WhichUnit::belongings(self::job(), Sticker::fromText($text));
        self::assertSame($units, array_map(static fn (Belongs $b): string => $b->device->id, $found));
        self::assertSame($sure, array_map(static fn (Belongs $b): int => $b->sureness(), $found));
    }

    public function testASerialWithAnotherMacIsSaid(): void
    {
        $found = WhichUnit::belongings(self::job(), Sticker::fromText('SN:KS-1042-77 MAC:024700000099'));
        self::assertStringContainsString('its MAC is 02-47-00-00-00-99; planned is 02-47-00-00-00-0A', $found[0]->but);
    }

    public function testAnotherUnitTakesThePlaceOfAPlannedOneAndBeginsInTheCarton(): void
    {
        $job = self::job();
        $change = Swap::changeSet($job, $job->devices['one'], 'KS-1042-99', '02:47:00:00:00:77');
        self::assertSame(
            'Replaced device One: serial KS-1042-99 instead of KS-1042-77, MAC 02-47-00-00-00-77 instead of 02-47-00-00-00-0A',
            $change->title,
        );
        $after = $job->with($change)->devices['one'];
        self::assertSame(['KS-1042-99', '02-47-00-00-00-77'], [$after->serial, (string) $after->interfaces[0]->mac]);
        self::assertSame([Stage::Planned, null, null], [$after->stage, $after->password, $after->firmware]);
        self::assertSame('10.47.1.20/24', (string) $after->primaryAddress(), 'the place keeps its address');
        self::assertSame(PasswordState::Changed, $job->devices['one']->password);
    }

    public function testLicencesOfTheUnitThatLeavesAreSaid(): void
    {
        $kind = ['licences' => [['id' => 'keys', 'name' => 'Keys']]];
        $licence = static fn (string $id, ?string $serial): array => [
            'id' => $id, 'name' => $id, 'device' => 'one', 'kind' => 'keys', 'serial' => $serial,
        ];
        $job = Units::job(['k' => $kind], ['one' => ['serial' => 'KS-1']], [
            'licences' => [$licence('tied', 'KS-1'), $licence('free', null), $licence('other', 'KS-2')],
        ]);
        self::assertSame(['tied'], array_column(Swap::tied($job, $job->devices['one']), 'id'));
    }

    /** @return iterable<string, array{string, string, string}> */
    public static function wrong(): iterable
    {
        yield 'nothing read' => ['', '', 'the serial number or the MAC'];
        yield 'the same unit' => ['', '02470000000A', 'a MAC address other than the planned one'];
        yield 'another unit\'s MAC' => ['', '02470000000B', 'a MAC address that no other planned device has'];
        yield 'another unit\'s serial' => ['KS-1043-01', '', 'a serial number that no other planned device has'];
        yield 'no MAC at all' => ['', 'upstairs', 'twelve digits'];
    }

    #[DataProvider('wrong')]
    public function testWhatCannotBeTheNewUnitIsRefused(string $serial, string $mac, string $allowed): void
    {
        $job = self::job();
        $this->expectException(InvalidValue::class);
        $this->expectExceptionMessage($allowed);
        Swap::changeSet($job, $job->devices['one'], $serial, $mac);
    }

    private static function job(): Job
    {
        $port = static fn (string $mac, string $address): array => ['segment' => 'a', 'mac' => $mac, 'address' => $address];

        return Units::job(['horn' => []], [
            'one' => [
                'name' => 'One',
                'serial' => 'KS-1042-77',
                'interfaces' => [$port('02-47-00-00-00-0A', '10.47.1.20/24')],
                'stage' => 'set-up',
                'password' => 'changed',
                'firmware' => '3.1',
            ],
            'short' => ['name' => 'Short', 'serial' => 'K1'],
            'two' => [
                'name' => 'Two',
                'serial' => 'KS-1043-01',
                'interfaces' => [
                    $port('02-47-00-00-00-0B', '10.47.1.21/24'),
                    ['name' => 'b'] + $port('02-47-00-00-00-FF', '10.47.1.22/24'),
                ],
            ],
        ]);
    }
}
