<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Exchange;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\Exchange\CsvTable;
use Vorhut\Core\Exchange\DeviceImport;
use Vorhut\Core\Exchange\DeviceImporter;
use Vorhut\Core\Exchange\ListOrders;
use Vorhut\Core\Exchange\References;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Net\MacAddress;
use Vorhut\Core\Record\FileError;
use Vorhut\Core\Record\Json;
use Vorhut\Tests\Support\Jobs;

/** Lists as people really send them. Each is understood, and no value in it is lost without a word. */
final class MessyListTest extends TestCase
{
    /** @return iterable<string, array{string, int, int, int}> the list; new units, rows to mend, rows that are no units */
    public static function lists(): iterable
    {
        yield 'a title, a date and a blank line above, a total below' => [<<<'CSV'
            Winter harbour, phones, as sent, twice
            As of 3 November

            Name;Kind;VLAN;MAC;Serial
            Quay 1;desk-phone-page;150;02-47-00-00-70-01;W-1
            Quay 2;desk-phone-page;150;02-47-00-00-70-02;W-2
            Total;2;;;
            CSV, 2, 0, 3];
        yield 'German, semicolons' => [<<<'CSV'
            Bezeichnung;Gerätetyp;Raum;MAC-Adresse;IP-Adresse;Subnetzmaske;Standardgateway;Serien-Nr.
            Kai 1;Paging horn;;02:47:00:00:70:11;10.47.50.71;255.255.255.0;10.47.50.1;W-11
            Kai 2;Paging horn;;02:47:00:00:70:12;10.47.50.72;255.255.255.0;10.47.50.1;W-12
            Summe: 2;;;;;;;
            CSV, 2, 0, 1];
        yield 'French' => [<<<'CSV'
            Désignation,Type d'appareil,Adresse MAC,Adresse IP,Masque,Passerelle,N° de série
            Quai 1,paging-horn,0247.0000.7021,10.47.50.73,24,10.47.50.1,W-21
            CSV, 1, 0, 0];
        yield 'Spanish, tabs' => [
            "Nombre\tTipo\tUbicación\tDirección MAC\tDirección IP\tMáscara\n"
            ."Muelle 1\tpaging-horn\t\t024700007031\t10.47.50.74\t255.255.255.0\n",
            1, 0, 0,
        ];
        yield 'columns with names that say nothing' => [<<<'CSV'
            What;No.;Hardware;Goes by;Where to
            Stern 1;W-41;02-47-00-00-70-41;10.47.50.1;10.47.50.75/24
            Stern 2;W-42;02-47-00-00-70-42;10.47.50.1;10.47.50.76/24
            Stern 3;W-43;02-47-00-00-70-43;10.47.50.1;10.47.50.77/24
            CSV, 3, 0, 0];
        yield 'no names of columns at all' => [<<<'CSV'
            Bow 1,02-47-00-00-70-51,10.47.50.81/24
            Bow 2,02-47-00-00-70-52,10.47.50.82/24
            CSV, 2, 0, 0];
        yield 'headings within, and blank columns' => [<<<'CSV'
            Name;;Kind;;VLAN;MAC
            North quay;;;;;
            N 1;;paging-horn;;150;02-47-00-00-70-61
            N 2;;paging-horn;;150;02-47-00-00-70-62
            N 3;;paging-horn;;150;02-47-00-00-70-63
            N 4;;paging-horn;;150;02-47-00-00-70-64
            South quay;;;;;
            S 1;;paging-horn;;150;02-47-00-00-70-65
            S 2;;paging-horn;;150;02-47-00-00-70-66
            S 3;;paging-horn;;150;02-47-00-00-70-67
            S 4;;paging-horn;;150;02-47-00-00-70-68
            CSV, 8, 0, 2];
        yield 'the head once more on every page' => [<<<'CSV'
            Name|Kind|MAC
            P 1|paging-horn|02-47-00-00-70-71
            Name|Kind|MAC
            P 2|paging-horn|02-47-00-00-70-72
            CSV, 2, 0, 1];
        yield 'a merged head in two rows' => [<<<'CSV'
            Unit,,Network,,
            Name,Type,IP address,Netmask,MAC address
            M 1,paging-horn,10.47.50.91,255.255.255.0,02-47-00-00-70-81
            CSV, 1, 0, 1];
        yield 'Windows-1252 with a column nobody knows' => [
            mb_convert_encoding("Gerät;Zuständig;MAC\nHütte;Jörg Ø.;02-47-00-00-70-91\n", 'Windows-1252', 'UTF-8'),
            1, 0, 0,
        ];
        yield 'mistakes among good rows' => [<<<'CSV'
            Name;Type;VLAN;MAC;IP
            G 1;paging-horn;150;02-47-00-00-71-01;10.47.50.92
            G 2;paging-hron;150;02-47-00-00-71-02;10.47.50.93
            G 3;paging-horn;150;02-47-00-00-71-0O;10.47.50.94
            G 4;paging-horn;999;02-47-00-00-71-04;
            G 5;paging-horn;150;02-47-00-00-71-01;10.47.50.95
            ;paging-horn;150;02-47-00-00-71-06;
            CSV, 1, 5, 0];
        yield 'quotes, line ends within, dashes for nothing' => [
            "\"Name\";\"Type\";\"MAC\";\"IP\"\r\n\"Horn \"\"A\"\"\r\n(east)\";\"paging-horn\";\"02-47-00-00-71-11\";\"-\"\r\n",
            1, 0, 0,
        ];
        yield 'a name that reads like a total' => [<<<'CSV'
            Name;Type;MAC
            Total station;paging-horn;02-47-00-00-71-21
            CSV, 1, 0, 0];
    }

    #[DataProvider('lists')]
    public function testItIsUnderstoodAndNothingIsLostSilently(string $text, int $new, int $mend, int $aside): void
    {
        $import = (new DeviceImporter(Jobs::demo()))->read($text);
        self::assertSame(
            [$new, $mend, $aside],
            [\count($import->added()), \count($import->errors), \count($import->asides)],
            Json::line([array_map(static fn (FileError $e): string => (string) $e, $import->errors), $import->asides]),
        );
        self::assertSame([], $import->changed());
        Jobs::demo()->with($import->changeSet());
        self::assertNothingLost($import);
    }

    public function testWhatSomebodySaysOfAColumnCountsBeforeItsName(): void
    {
        self::assertSame('10.47.50.96/24', self::told([])->serial);
        self::assertNull(self::told([])->primaryAddress());
        self::assertSame('W-1', self::told([1 => 'address', 2 => 'serial'])->serial);
        self::assertSame('10.47.50.96/24', (string) self::told([1 => 'address', 2 => 'serial'])->primaryAddress());
        self::assertNull(self::told([1 => ''])->serial, 'left aside');
    }

    public function testAMistypedKindIsGuessed(): void
    {
        $import = (new DeviceImporter(Jobs::demo()))->read("Name;Kind;Network\nOne;paging-hron;Videos\nTwo;paging-horn;Videos\n");
        self::assertSame(
            ['Did you mean "Paging horn"?', 'Did you mean "Video"?'],
            array_map(static fn (FileError $e): string => $e->advice, $import->errors),
        );
    }

    public function testAnotherNotationOfTheSameMacIsNoChange(): void
    {
        $dashed = Jobs::demo()->editInterface(Device::class, 'receiver-3', 0, ['mac' => '02-47-00-00-60-22']);
        $job = Jobs::demo()->with(new ChangeSet('', [$dashed]));
        $import = (new DeviceImporter($job))->read("Name;MAC\nReceiver 3;0247.0000.6022\n");
        self::assertSame([0, 1], [\count($import->edits), $import->unchanged]);
    }

    public function testAPlaceInsideAnotherIsMadeInsideIt(): void
    {
        $rows = ['House / Office 1', 'house / Office 2', 'Waiting hall / Office 1', 'House > Office 1 / Desk', 'A/B', 'House'];
        $list = "name;kind;place\n";
        foreach ($rows as $n => $place) {
            $list .= "Horn $n;paging-horn;$place\n";
        }
        $import = (new DeviceImporter(Jobs::demo()))->read($list, new ListOrders(places: true));
        self::assertSame([], $import->errors);
        $job = Jobs::demo()->with($import->changeSet());
        $path = static fn (int $n): array => array_column(array_reverse($job->placesOf($job->devices['horn-'.$n]->location)), 'name');
        $hall = \array_slice($path(2), 0, -1);
        self::assertSame('Waiting hall', end($hall));
        self::assertSame([['House', 'Office 1'], ['House', 'Office 2']], [$path(0), $path(1)]);
        self::assertSame([['House', 'Office 1', 'Desk'], ['A/B'], ['House']], [$path(3), $path(4), $path(5)]);
        $again = (new DeviceImporter($job))->read($list, new ListOrders());
        self::assertSame([[], 6], [$again->errors, $again->unchanged], 'what is there is found by its path');
        $without = (new DeviceImporter(Jobs::demo()))->read("name;kind;place\nHorn;paging-horn;House / Office 1\n", new ListOrders());
        self::assertSame(['House / Office 1' => 1], $without->unknown->inList('locations'));
    }

    /** @param array<int, string> $said */
    private static function told(array $said): Device
    {
        $list = "Name;Serial;Remark\nOne;10.47.50.96/24;W-1\nTwo;10.47.50.97/24;W-2\n";
        $import = (new DeviceImporter(Jobs::demo()))->read($list, new ListOrders($said));

        return Jobs::demo()->with($import->changeSet())->devices['one'];
    }

    private static function assertNothingLost(DeviceImport $import): void
    {
        $told = Json::line([
            array_column($import->asides, 'text'),
            array_map(static fn (FileError $e): string => (string) $e, $import->errors),
            $import->head->unknown(),
        ]);
        $wrong = array_map(static fn (FileError $e): int => (int) preg_replace('/\D+(\d+).*/', '$1', $e->path), $import->errors);
        $ids = array_flip($import->lines);
        foreach ($import->table->rows as $line => $fields) {
            foreach ($import->head->columns as $meaning => $column) {
                $field = $fields[$column] ?? '';
                if ($line <= $import->head->line || '' === $field || '-' === $field || \in_array($line, $wrong, true)) {
                    continue;
                }
                if (!isset($ids[$line])) {
                    self::assertStringContainsString(self::quoted($field), $told);
                    continue;
                }
                $edit = array_values(array_filter($import->edits, static fn ($e): bool => $e->id === $ids[$line]))[0];
                self::assertTaken($meaning, $field, Json::line($edit->after));
            }
        }
    }

    private static function assertTaken(string $meaning, string $field, string $record): void
    {
        $expected = match ($meaning) {
            'mac' => MacAddress::fromString($field)->withColons(),
            'address' => explode('/', $field)[0].'/24',
            'mask' => '/24"',
            'profile' => '"profile":"',
            'segment' => '"segment":"',
            default => self::quoted((string) preg_replace('/\s+/', ' ', $field)),
        };
        self::assertStringContainsString($expected, $record, $meaning);
    }

    private static function quoted(string $field): string
    {
        return substr((string) json_encode($field, \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES), 1, -1);
    }

    public function testKindsAreSaidOnceForAllRows(): void
    {
        $list = "Name;Type\nOne;Flurhorn\nTwo;FLURHORN\nThree;paging-horn\n";
        $import = (new DeviceImporter(Jobs::demo()))->read($list);
        self::assertSame(['Flurhorn' => 1, 'FLURHORN' => 1], $import->unknown->inList('profiles'));
        self::assertCount(1, $import->edits);
        $import = (new DeviceImporter(Jobs::demo()))->read($list, new ListOrders(kinds: ['flurhorn' => 'paging-horn']));
        self::assertSame([], $import->errors);
        $kinds = array_map(static fn ($e): mixed => $e->after['profile'] ?? null, $import->edits);
        self::assertSame(['paging-horn', 'paging-horn', 'paging-horn'], $kinds);
        $import = (new DeviceImporter(Jobs::demo()))->read($list, new ListOrders(kinds: ['flurhorn' => 'nothing-known']));
        self::assertCount(2, $import->errors, 'a kind that is none is not taken');
    }

    public function testAHeadingInTwoLanguagesIsUnderstood(): void
    {
        $import = (new DeviceImporter(Jobs::demo()))->read("Gerät / name;Typ / kind\nOne;paging-horn\n");
        self::assertSame(['paging-horn'], array_map(static fn ($e): mixed => $e->after['profile'] ?? null, $import->edits));
    }

    /** Rows without a kind are not computers in silence. */
    public function testRowsWithoutAKindAreToldAndMayBeSaidOnce(): void
    {
        $list = "Name;Sort of thing\nOne;Horn\nTwo;Horn\n";
        $import = (new DeviceImporter(Jobs::demo()))->read($list);
        self::assertSame(['' => 2], $import->unknown->inList('profiles'));
        $import = (new DeviceImporter(Jobs::demo()))->read($list, new ListOrders(kinds: ['' => 'paging-horn']));
        self::assertSame([], $import->unknown->inList('profiles'));
        self::assertSame(['paging-horn', 'paging-horn'], array_map(static fn ($e): mixed => $e->after['profile'] ?? null, $import->edits));
    }

    /** Units that are in the plan already, and of which only the numbers are missing. */
    public function testExtensionsAreMadeForUnitsThatAreThereAlready(): void
    {
        $job = Jobs::make(['lan' => '10.47.1.0/24'], ['desk' => ['profile' => 'desk-phone-page', 'at' => ['lan', '10.47.1.20/24']]]);
        $list = "Name;Ext\ndesk;2001\n";
        $import = (new DeviceImporter($job))->read($list);
        self::assertSame(['2001' => 1], $import->unknown->inList('extensions'));
        self::assertSame([], $import->added());
        $next = $job->with((new DeviceImporter($job))->read($list, new ListOrders(numbers: true))->changeSet());
        self::assertSame('desk', $next->extensions['2001']->device);
    }

    public function testTheSeparatorIsTheOneOnWhichMostLinesAgree(): void
    {
        $names = "Name;Kind\nAmp, left;paging-horn\nAmp, right;paging-horn\nHorn, north, far;paging-horn\n";
        self::assertSame(';', CsvTable::parse($names)->separator);
        self::assertSame(',', CsvTable::parse("Name,Kind\nA;1,x\nB;2,y\n")->separator);
        self::assertSame("\t", CsvTable::parse("Row\tWhat\nsegments/a\tVoice; north\n")->separator);
    }

    public function testPlacesAndExtensionsAreMadeOnlyWithConsent(): void
    {
        $job = Jobs::demo();
        $list = "Name;Type;Room;Durchwahl;Benutzer\nDesk 1;desk-phone-page;Mole house;2701;Ada Quist\n"
            ."Desk 2;desk-phone-page;mole HOUSE;2702;\nDesk 3;desk-phone-page;Ticket hall;2001;\nDesk 4;desk-phone-page;;27-04;\n";
        $import = (new DeviceImporter($job))->read($list);
        self::assertSame(['Mole house' => 1, 'mole HOUSE' => 1], $import->unknown->inList('locations'));
        self::assertSame([], $import->unknown->inList('extensions'), 'none of the rows that are taken over has a new number');
        self::assertCount(0, $import->edits);
        $import = (new DeviceImporter($job))->read($list, new ListOrders(places: true, numbers: true));
        self::assertSame(['line 4, Durchwahl', 'line 5, Durchwahl'], array_map(static fn ($e): string => $e->path, $import->errors));
        self::assertStringContainsString('It rings Ticket window 1', (string) $import->errors[0]);
        $next = $job->with($import->changeSet());
        self::assertSame([], References::check($next), 'places before units, units before numbers');
        self::assertSame('mole-house', $next->devices['desk-2']->location, 'one place for both');
        self::assertSame('Mole house', $next->locations['mole-house']->name);
        $made = $next->extensions['2701'];
        self::assertSame(['Ada Quist', 'desk-1', 'pbx'], [$made->name, $made->device, $made->server]);
        self::assertSame('Desk 2', $next->extensions['2702']->name);
        $own = Jobs::make(['lan' => '10.47.1.0/24'], []);
        $both = "Name;Type;Ext\nExchange;phone-system;\nPhone;desk-phone-page;2001\n";
        $import = (new DeviceImporter($own))->read($both, new ListOrders(numbers: true));
        self::assertSame('exchange', $own->with($import->changeSet())->extensions['2001']->server, 'it comes with the same list');
        $import = (new DeviceImporter($own))->read($both."Second;phone-system;\n", new ListOrders(numbers: true));
        self::assertNull($own->with($import->changeSet())->extensions['2001']->server, 'of two nobody can tell');
        $again = (new DeviceImporter($next))->read($list);
        self::assertSame([], $again->changeSet()->edits, 'taken over again it changes nothing');
    }

    public function testAnAddressOfAnotherNetworkIsSentToTheRightOne(): void
    {
        $list = "Name;Network;IP\nLost;Voice, Northpier;10.47.20.77/24\n"
            ."Far;Voice, Northpier;192.0.2.9/24\nRight;Video;10.47.20.78\n";
        $import = (new DeviceImporter(Jobs::demo()))->read($list);
        self::assertCount(1, $import->errors);
        self::assertStringContainsString('It lies in Video', (string) $import->errors[0]);
        $ids = array_map(static fn ($e): string => $e->id, $import->edits);
        self::assertSame(['far', 'right'], $ids, 'what lies in none is taken as it is');
    }

    public function testWhatIsMendedStandsInTheListAsTextAgain(): void
    {
        $table = CsvTable::parse("Name;Type\n\nOne;\"a;b\"\nTwo;x\n");
        $mended = $table->mended([3 => [1 => 'c"d'], 4 => [2 => 'more'], 99 => [0 => 'nowhere']]);
        self::assertSame("Name;Type\n\nOne;\"c\"\"d\"\nTwo;x;more\n", $mended->text());
        self::assertSame($mended->rows, CsvTable::parse($mended->text())->rows, 'every row on its line');
    }
}
