<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Exchange;

use Eris\Generators;
use Eris\TestTrait;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\Exchange\CsvTable;
use Vorhut\Core\Exchange\DeviceImport;
use Vorhut\Core\Exchange\DeviceImporter;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Record\FileError;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Tests\Support\Jobs;

final class DeviceImporterTest extends TestCase
{
    use TestTrait;

    /** @return iterable<string, array{string}> */
    public static function sameListInOtherClothes(): iterable
    {
        $rows = [
            ['Unit', 'Type', 'VLAN', 'MAC address', 'Serial No.', 'IP'],
            ['Berth 6, outer', 'ptz-camera-rotary', '120', '02-47-00-00-20-1F', 'KS-1', '10.47.20.40'],
            ['Hütte "Süd"', 'Paging horn', 'Sound, halls and piers', '024700005050', 'KS-2', ''],
        ];
        $line = static function (string $separator, bool $always) use ($rows): string {
            $text = '';
            foreach ($rows as $row) {
                foreach ($row as $index => $field) {
                    if ($always || 1 === preg_match('/["'.preg_quote($separator, '/').'\s]/', $field)) {
                        $row[$index] = '"'.str_replace('"', '""', $field).'"';
                    }
                }
                $text .= implode($separator, $row)."\r\n";
            }

            return $text;
        };
        yield 'comma' => [$line(',', false)];
        yield 'semicolon, all quoted' => [$line(';', true)];
        yield 'tab' => [$line("\t", false)];
        yield 'bar' => [$line('|', false)];
        yield 'with a byte order mark' => ["\xEF\xBB\xBF".$line(';', false)];
        yield 'Windows-1252' => [mb_convert_encoding($line(';', false), 'Windows-1252', 'UTF-8')];
        yield 'UTF-16' => ["\xFF\xFE".mb_convert_encoding($line("\t", false), 'UTF-16LE', 'UTF-8')];
    }

    public function testAFactoryAddressIsNotTakenAsPlanned(): void
    {
        $text = "Name,Kind,Address,Mask\nNew camera,ptz-camera-rotary,192.0.2.80,/24\nOther,ptz-camera-rotary,192.0.2.81,/24\n";
        $import = $this->read($text);
        self::assertSame([], array_map(strval(...), $import->errors));
        self::assertSame([2 => '192.0.2.80'], $import->factory);
        $job = Jobs::demo()->with($import->changeSet());
        self::assertNull($job->devices['new-camera']->primaryAddress());
        self::assertSame('192.0.2.81/24', (string) $job->devices['other']->primaryAddress());
        $known = (new DeviceImporter($job))->read("Name,Address\nOther,192.0.2.80\n");
        $after = $job->with($known->changeSet())->devices['other'];
        self::assertSame('192.0.2.81/24', (string) $after->primaryAddress(), 'it stays as it was');
        $network = ['id' => 'desk', 'name' => 'Desk', 'subnets' => [['prefix' => '192.0.2.0/24']]];
        $planned = $job->with(new ChangeSet('', [new Edit(Segment::class, 'desk', null, $network)]));
        $import = (new DeviceImporter($planned))->read("Name,Kind,Address\nThird,ptz-camera-rotary,192.0.2.80\n");
        self::assertSame([], $import->factory, 'that network is planned');
    }

    #[DataProvider('sameListInOtherClothes')]
    public function testAListIsUnderstoodHoweverItIsWritten(string $text): void
    {
        $import = $this->read($text);
        self::assertSame([], array_map(strval(...), $import->errors));
        $job = Jobs::demo()->with($import->changeSet());
        self::assertSame('Berth 6, outer', $job->devices['berth-6-outer']->name);
        self::assertSame('10.47.20.40/24', (string) $job->devices['berth-6-outer']->primaryAddress());
        self::assertSame('video', $job->devices['berth-6-outer']->interfaces[0]->segment);
        self::assertSame('Hütte "Süd"', $job->devices['hutte-sud']->name);
        self::assertSame('paging-horn', $job->devices['hutte-sud']->profile);
        self::assertSame('02-47-00-00-50-50', (string) $job->devices['hutte-sud']->interfaces[0]->mac);
    }

    /** Whatever stands in the fields, a table written by the rules is read as it was. */
    public function testTablesComeBackAsTheyWereWritten(): void
    {
        $field = Generators::map(
            static fn (array $parts): string => trim(implode('', $parts)),
            Generators::vector(4, Generators::elements('a', ' ', '"', ';', ',', "\t", "\n", 'é', '|', '10.47.1.1')),
        );
        $tables = Generators::vector(3, Generators::vector(3, $field));
        $separators = Generators::elements(',', ';', "\t", '|');
        $this->limitTo(150)->forAll($tables, $separators)->then(static function (array $rows, string $separator): void {
            $text = implode($separator, ['name', 'kind', 'serial'])."\n";
            $expected = [];
            /** @var list<list<string>> $rows */
            foreach ($rows as $row) {
                $text .= implode($separator, array_map(static fn (string $f): string => '"'.str_replace('"', '""', $f).'"', $row))."\n";
                if ([''] !== array_values(array_unique($row))) {
                    $expected[] = $row;
                }
            }
            $table = CsvTable::parse($text);
            self::assertSame($separator, $table->separator);
            self::assertSame([['name', 'kind', 'serial'], ...$expected], array_values($table->rows));
        });
    }

    public function testBadRowsAreReportedByLineAndGoodOnesKept(): void
    {
        $import = $this->read(<<<'CSV'
            name,kind,segment,mac,address,mask
            Good one,paging-horn,sound,02:47:00:00:51:01,,
            Bad MAC,paging-horn,sound,02:47:00:00:51:O2,,

            Bad kind,paging-hron,sound,,,
            Bad mask,paging-horn,sound,,10.47.50.99,255.0.255.0
            Twin,paging-horn,sound,02-47-00-00-51-01,,
            "Good
            two",paging-horn,sound,,10.47.50.98,255.255.255.0
            No name
            ,paging-horn,sound,,,
            CSV);
        self::assertSame(['good-one', 'good-two', 'no-name'], array_map(static fn ($e): string => $e->id, $import->edits));
        self::assertSame(
            ['line 3, mac', 'line 5, kind', 'line 6, mask', 'line 7, mac', 'line 11, name'],
            array_map(static fn (FileError $e): string => $e->path, $import->errors),
        );
        self::assertStringContainsString('O is often 0', (string) $import->errors[0]);
        self::assertStringContainsString('Line 2 has it already', (string) $import->errors[3]);
    }

    public function testAddressAndMaskMayStandInOneField(): void
    {
        foreach (['10.47.50.97/24', '10.47.50.97 /24', '10.47.50.97 255.255.255.0', '10.47.50.97 / 255.255.255.0'] as $text) {
            $import = $this->read("name;kind;segment;address\nHorn;paging-horn;sound;$text\n");
            self::assertSame([], $import->errors, $text);
            $device = Jobs::demo()->with($import->changeSet())->devices['horn'];
            self::assertSame('10.47.50.97/24', (string) $device->primaryAddress());
        }
        $import = $this->read("name;kind;segment;address\nHorn;paging-horn;sound;10.47.50.97 255.0.255.0\n");
        self::assertSame(['line 2, mask'], array_map(static fn (FileError $e): string => $e->path, $import->errors));
    }

    public function testKnownUnitsAreChangedNotDoubled(): void
    {
        $import = $this->read(
            "name;mac;serial;gateway;x\nReceiver three;02-47-00-00-60-22;;10.47.60.1;?\nReceiver 4;;;;\nwho;;KS-20-0021;;\n",
        );
        self::assertSame([], $import->added());
        self::assertSame(['receiver-3', 'berth-1'], array_map(static fn ($e): string => $e->id, $import->changed()));
        self::assertSame(1, $import->unchanged);
        self::assertSame(['x'], $import->head->unknown());
        $job = Jobs::demo()->with($import->changeSet());
        self::assertSame('Receiver three', $job->devices['receiver-3']->name);
        self::assertSame('10.47.60.1', (string) $job->devices['receiver-3']->interfaces[0]->gateway);
        self::assertSame('10.47.60.34/25', (string) $job->devices['receiver-3']->primaryAddress());
    }

    /** @return iterable<string, array{string, string}> */
    public static function noLists(): iterable
    {
        yield 'nothing' => [" \n ", 'line 1'];
        yield 'no names' => ["10.47.1.1,02:47:00:00:00:01\n", 'at least "name"'];
        yield 'open quote' => ["name,kind\n\"Berth,ptz\nand so on\n", 'line 2'];
    }

    #[DataProvider('noLists')]
    public function testWhatIsNoListIsSaidSo(string $text, string $word): void
    {
        try {
            $this->read($text);
            self::fail('accepted');
        } catch (InvalidFile $e) {
            self::assertStringContainsString($word, $e->getMessage());
        }
    }

    public function testAnAddressWithoutMaskNeedsASubnet(): void
    {
        $import = $this->read("name,address\nStranger,198.51.100.7\n");
        self::assertStringContainsString('Add a column mask', (string) $import->errors[0]);
    }

    private function read(string $text): DeviceImport
    {
        return (new DeviceImporter($this->job ??= Jobs::demo()))->read($text);
    }

    private ?Job $job = null;
}
