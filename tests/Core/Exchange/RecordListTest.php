<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Exchange;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\App\Papers\Csv;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Exchange\RecordListPreview;
use Vorhut\Core\Exchange\RecordListReader;
use Vorhut\Core\Exchange\RecordRow;
use Vorhut\Core\Exchange\RecordSheet;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Record\InvalidFile;

/** Lists of any kind of record, pasted: what is new, what changes, what cannot be; and the same list out and in again. */
final class RecordListTest extends TestCase
{
    private const JOB = '{
        "format": "vorhut-job", "version": 1, "job": {"name": "Lists"},
        "locations": [{"id": "hall", "name": "Hall"}, {"id": "loft", "name": "Loft"}, {"id": "7", "name": "Loft"}],
        "segments": [{"id": "lights", "name": "Lighting"}],
        "switches": [{"id": "sw-1", "name": "Hall switch", "ports": [{"name": "1", "mbps": 100, "untagged": "lights"}]}],
        "devices": [{"id": "node", "name": "Stage node", "profile": "lighting-node"}],
        "circuits": [{"id": "c-1", "name": "Stage left", "volts": 230, "amps": 10, "loadPercent": 80}]
    }';

    public function testNewOnesAreAddedAndKnownOnesChanged(): void
    {
        $read = self::read('circuits', "Name;Breaker rating, A;Voltage, V\nStage left;16;\nStage right;12,5;230\nStage left 2;-;230\n");
        self::assertSame(
            [
                [2, 'Stage left', 'changed', ['Breaker rating, A: 10 → 16']],
                [3, 'Stage right', 'new', ['Breaker rating, A: 12.5', 'Voltage, V: 230']],
                [4, 'Stage left 2', 'new', ['Voltage, V: 230']],
            ],
            array_map(static fn (RecordRow $r): array => [$r->line, $r->name, $r->does, $r->changes], $read->rows),
        );
        $job = self::job()->with($read->change);
        self::assertSame(['c-1', 'stage-right', 'stage-left-2'], array_keys($job->records['circuits']));
        self::assertSame(
            ['id' => 'c-1', 'name' => 'Stage left', 'volts' => 230, 'amps' => 16.0, 'loadPercent' => 80],
            $job->records['circuits']['c-1'],
            'what is left empty stays as planned',
        );
    }

    public function testAHyphenClears(): void
    {
        $read = self::read('circuits', "Name;Voltage, V\nStage left;-\n");
        self::assertSame(['Voltage, V: 230 → none'], $read->rows[0]->changes);
        self::assertArrayNotHasKey('volts', $read->change->edits[0]->after ?? []);
    }

    public function testAPatchOfFixturesNamesItsNodeAndLocation(): void
    {
        $heads = "Name\tUniverse\tStart address\tDMX512 source\tLocation\n";
        $read = self::read('fixtures', $heads."Par 1\t1\t1\tStage node\tHall\nPar 2\t1\t6\tnode\tLoft\n");
        self::assertSame(['new', 'refused'], array_column($read->rows, 'does'), 'two locations are called Loft');
        self::assertSame('Several have it. Write Loft (loft) or Loft (7).', $read->rows[1]->errors[0]->advice);
        self::assertSame(
            ['id' => 'par-1', 'name' => 'Par 1', 'universe' => 1, 'start' => 1, 'node' => 'node', 'location' => 'hall'],
            $read->change->edits[0]->after,
        );
        self::assertCount(1, $read->change->edits, 'what is refused is not taken');
    }

    public function testPortsStandBelowTheirSwitchAndARangeMakesMany(): void
    {
        $read = self::read('switches', "Name,Port,PoE class,Untagged segment\nHall switch,1,,\n,2-4,4,Lighting\nLoft switch,A1-A2,,\n");
        self::assertSame([['Ports: 4, until now 1'], ['Ports: 2']], array_column($read->rows, 'changes'));
        $ports = array_column($read->change->edits, 'after', 'id')['sw-1']['ports'] ?? [];
        self::assertIsArray($ports);
        self::assertSame(
            [['name' => '1', 'mbps' => 100, 'untagged' => 'lights'], ['name' => '2', 'poeClass' => 4, 'untagged' => 'lights']],
            \array_slice($ports, 0, 2),
        );
    }

    public function testALineMayNameWhatStandsInAnotherOfTheList(): void
    {
        $read = self::read('locations', "Name;Part of\nHouse;\nBalcony;House\nPit;Cellar\n");
        self::assertSame('house', array_column($read->change->edits, 'after', 'id')['balcony']['within'] ?? null);
        self::assertSame(['new', 'new', 'refused'], array_column($read->rows, 'does'));
    }

    public function testALineThatComesTwiceIsRefusedOnce(): void
    {
        $read = self::read('circuits', "Name;Voltage, V\nStage left;110\nFoyer;230\nstage left;120\n");
        self::assertSame(['changed', 'new', 'refused'], array_column($read->rows, 'does'));
        self::assertSame('each power circuit once', $read->rows[2]->errors[0]->allowed);
    }

    public function testOfTwoOfOneNameNoThirdIsMade(): void
    {
        $read = self::read('locations', "Name;Type\nLoft;hall\nLoft (7);hall\n");
        self::assertSame(['refused', 'changed'], array_column($read->rows, 'does'));
        self::assertSame('Several have it. Write Loft (loft) or Loft (7).', $read->rows[0]->errors[0]->advice);
        self::assertSame(['7'], array_column($read->change->edits, 'id'), 'an id of digits stays a text');
    }

    public function testANameThatComesTwiceIsOneRecordWhateverItsLetters(): void
    {
        $read = self::read('locations', "Name;Type\n12;room\nPit;room\n12;hall\nPIT;hall\n");
        self::assertSame(['new', 'new', 'refused', 'refused'], array_column($read->rows, 'does'));
        self::assertSame(['12', 'pit'], array_column($read->change->edits, 'id'));
    }

    public function testALineBreakInANameIsNoName(): void
    {
        $read = self::read('locations', "Name;Type\n\"Pit\nstall\";room\n");
        self::assertNotContains("Pit\nstall", array_column(array_column($read->change->edits, 'after'), 'name'));
    }

    public function testALineWithoutANameMakesNothing(): void
    {
        $read = self::read('circuits', "Name;Voltage, V\n;230\nFoyer;230\n");
        self::assertSame(['refused', 'new'], array_column($read->rows, 'does'));
        self::assertSame(['', 'Foyer'], array_column($read->rows, 'name'));
        self::assertSame('the name of a power circuit', $read->rows[0]->errors[0]->allowed);
        self::assertCount(1, $read->change->edits);
        $pairs = self::read('rules', "Setting;Value;Device type\nvolume;3;paging-horn\n");
        self::assertSame(['new'], array_column($pairs->rows, 'does'), 'what has no name needs none');
        self::assertSame(['Setting rule'], array_column($pairs->rows, 'name'), 'and is called by no id');
    }

    public function testHeadingsThatNobodyKnowsAreSaid(): void
    {
        self::assertSame(['Colour'], self::read('circuits', "Name;Colour;Voltage, V\nFoyer;red;230\n")->ignored);
    }

    /** @return iterable<string, array{string, string, string}> list, text and what is said */
    public static function refused(): iterable
    {
        yield 'no headings' => ['circuits', "Foyer;230\n", 'Name;Voltage, V'];
        yield 'headings of something else' => ['fixtures', "Amount;Price\n1;2\n", 'Universe;Start address'];
    }

    #[DataProvider('refused')]
    public function testAListWithoutHeadingsSaysWhichThereAre(string $list, string $text, string $said): void
    {
        $this->expectException(InvalidFile::class);
        $this->expectExceptionMessage($said);
        self::read($list, $text);
    }

    /** @return iterable<string, array{string}> */
    public static function lists(): iterable
    {
        foreach (array_diff(array_keys(Lists::all()), ['profiles', 'devices']) as $name) {
            yield $name => [$name];
        }
    }

    #[DataProvider('lists')]
    public function testAListGoesOutAndComesBackAsPlanned(string $name): void
    {
        $text = file_get_contents(\dirname(__DIR__, 3).'/demo/kestrel-sound.json');
        $job = JobFile::read((string) $text, ShippedProfiles::load());
        $list = Lists::named($name);
        $rows = RecordSheet::rows($job, $list);
        if (1 === \count($rows)) {
            self::assertSame([], $job->records[$name] ?? [], 'nothing to write');

            return;
        }
        $read = (new RecordListReader($job, $list))->read(Csv::write($rows));
        $others = array_filter($read->rows, static fn (RecordRow $r): bool => RecordRow::SAME !== $r->does);
        self::assertSame([], array_map(static fn (RecordRow $r): string => json_encode($r, \JSON_THROW_ON_ERROR), $others));
        self::assertCount(\count($job->records[$name]), $read->rows);
        self::assertTrue($read->change->isEmpty());
    }

    private static function read(string $list, string $text): RecordListPreview
    {
        return (new RecordListReader(self::job(), Lists::named($list)))->read($text);
    }

    private static function job(): Job
    {
        return JobFile::read(self::JOB, ShippedProfiles::load());
    }
}
