<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use Symfony\Component\Process\Process;
use Twig\Environment;
use Vorhut\App\Networks\NetMap;
use Vorhut\App\Papers\Csv;
use Vorhut\App\Papers\Pdf;
use Vorhut\App\Papers\Sheet;
use Vorhut\App\Papers\XlsxWriter;
use Vorhut\App\Plan\JobStore;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\App\Provision\UnitFiles;
use Vorhut\Core\Dates\Calendar;
use Vorhut\Core\Dates\DateAhead;
use Vorhut\Core\Exchange\Directory;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Provision\DnsmasqFile;
use Vorhut\Core\Provision\DnsZone;
use Vorhut\Core\Provision\FileServer;
use Vorhut\Core\Provision\KeaFile;
use Vorhut\Core\Provision\PhoneFile;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Json;
use Vorhut\Core\Setting\Settings;

/** What somebody writes into a plan stays a text in every file that is made of it: read back by programs that others wrote. */
final class HostileValuesTest extends AppTestCase
{
    /** Texts that mean something in the grammar of some file. */
    private const TEXTS = [
        '=1+1', '+49 30 1', '-2+3', '@SUM(A1)', "'quoted", '"double"', 'a;b', 'a,b', 'a|b', 'a\\b', 'a\\nb', 'END:VCARD', 'a:b',
        'BEGIN:VEVENT', '#comment', 'dhcp-script=/bin/x', 'conf-file=x', '$INCLUDE /etc/passwd', '@ IN A 192.0.2.1', '( IN )', '%0a', '%s',
        '{{ 7 * 7 }}', '{% endfor %}', '${x}', '`id`', '$(id)', '<script>alert(1)</script>', '</svg>', ']]>', '<!--', '&amp;', '&#10;',
        '^n', 'é ü ß', '日本語', '👍🏽', 'a  b', '_x0041_', '1e3',
    ];

    /** Characters that no text may hold. */
    private const REFUSED = [
        "a\nb", "a\rb", "a\tb", "a\0b", "a\x07b", "a\x1Bb", "a\x7Fb", "a\u{85}b", "a\u{2028}b", "a\u{2029}b", "a\u{202E}b", "a\u{2066}b",
        "a\u{200F}b", "a\u{FEFF}b", "x\nconf-script=/tmp/x", "x\nEND:VCARD",
    ];

    public function testTextsThatChangeWhatIsAroundThemAreRefusedWhereverTextsStand(): void
    {
        foreach (self::REFUSED as $text) {
            // In the lines of a template tabulators are as good as blanks.
            $inLines = "a\tb" === $text ? [] : ['template'];
            foreach ([...$inLines, 'name', 'place', 'dispatch', 'client', 'segment', 'setting', 'option', 'person', 'step'] as $where) {
                try {
                    self::plan(['N'], [$where => $text]);
                    self::fail(\sprintf('%s takes %s', $where, Json::line($text)));
                } catch (InvalidFile $e) {
                    self::assertStringContainsString('without line breaks', $e->getMessage());
                }
            }
        }
        self::assertSame("a\n\tb", self::plan(['N'], ['notes' => "a\n\tb"])->info->notes, 'notes have lines');
        $this->expectException(InvalidFile::class);
        self::plan(['N'], ['notes' => "a\u{202E}b"]);
    }

    public function testCardsCalendarListsAndDrawingsReadBackEqual(): void
    {
        $job = self::plan(self::TEXTS);
        $sorted = self::TEXTS;
        sort($sorted);
        $names = self::readBack('cards', Directory::fromJob($job)->vcard());
        sort($names);
        self::assertSame($sorted, $names);

        $dates = array_map(static fn (string $t): DateAhead => new DateAhead(
            key: 'ends-x',
            on: '2026-12-24',
            title: $t,
            todo: $t,
            days: 3,
        ), self::TEXTS);
        $expected = array_merge(...array_map(static fn (string $t): array => ['J: '.$t, $t], self::TEXTS));
        self::assertSame($expected, self::readBack('calendar', Calendar::write('J', $dates, 'u', new \DateTimeImmutable('2026-12-01'))));

        $cells = self::readBack('table', Csv::MARK.Csv::write(array_map(static fn (string $t): array => [$t, 'x'], self::TEXTS)));
        $isFormula = static fn (string $t): bool => 1 === preg_match('/^[=+\-@]/', $t);
        $asText = array_map(static fn (string $t): string => ($isFormula($t) ? "'" : '').$t, self::TEXTS);
        self::assertSame($asText, array_values(array_filter($cells, static fn (string $c): bool => 'x' !== $c)));

        $rows = [['Head'], ...array_map(static fn (string $t): array => [$t], self::TEXTS)];
        $found = self::readBack('workbook', XlsxWriter::write(new Sheet('A', $rows)));
        self::assertSame(['Head', ...self::TEXTS], $found);

        $twig = self::getContainer()->get(Environment::class);
        \assert($twig instanceof Environment);
        foreach (self::TEXTS as $text) {
            $drawing = NetMap::fromJob(self::plan(['N'], ['segment' => $text]), '', []);
            $svg = $twig->render('drawings/map.svg.twig', ['title' => $text, 'drawing' => $drawing]);
            self::assertContains($text, array_map(trim(...), self::readBack('document', $svg)), $text);
        }
    }

    public function testServersTakeTheirFilesAndNothingIsInjected(): void
    {
        foreach (self::TEXTS as $text) {
            $job = self::plan([$text], ['segment' => $text, 'option' => $text]);
            $leases = DnsmasqFile::write($job, FileServer::at('http://192.0.2.7/p/'));
            $check = self::command($leases, ['dnsmasq', '--test', '-C']);
            self::assertSame(0, $check->getExitCode(), $text.$check->getErrorOutput());
            foreach (explode("\n", trim($leases)) as $line) {
                self::assertMatchesRegularExpression('/^(?:#|dhcp-(?:authoritative|no-override|range|host|option)\b)/', $line, $text);
            }
            $kea = Json::object(KeaFile::write($job, FileServer::at('http://192.0.2.7/p/')));
            self::assertStringContainsString(strtoupper(bin2hex($text)), Json::line($kea));
            $zone = self::command(DnsZone::write($job, 'x.example.net', 3), ['named-checkzone', '-n', 'ignore', 'x.example.net']);
            self::assertSame(0, $zone->getExitCode(), $text.$zone->getOutput());
        }
    }

    public function testAFileOfAUnitHoldsItsValuesAsTexts(): void
    {
        foreach (self::TEXTS as $text) {
            $lines = [];
            foreach (['plain' => '{{ name }}', 'quoted' => '"{{ name }}"', 'xml' => '<a>{{ name }}</a>'] as $escape => $line) {
                $job = self::plan([$text], ['template' => $line, 'escape' => $escape]);
                $file = PhoneFile::fromDevice(new Settings($job), $job->devices['u-0']) ?? self::fail();
                $lines[$escape] = trim(UnitFiles::make()->render($job, $file), "\n");
            }
            $plain = trim((string) preg_replace('/[\p{C}]+/u', ' ', $text));
            self::assertSame($plain, $lines['plain']);
            self::assertSame('"'.addcslashes($plain, '"\\').'"', $lines['quoted']);
            self::assertSame([$plain], self::readBack('document', $lines['xml']));
        }
    }

    public function testAPaperShowsThem(): void
    {
        $pdf = self::getContainer()->get(Pdf::class);
        $twig = self::getContainer()->get(Environment::class);
        \assert($pdf instanceof Pdf && $twig instanceof Environment);
        $this->as('ines');
        $store = self::getContainer()->get(JobStore::class);
        \assert($store instanceof JobStore);
        $store->create(self::plan(self::TEXTS), null);
        $this->client->request('GET', '/job/j/hand-over/labels.pdf');
        self::assertResponseIsSuccessful();
        $shown = self::command((string) $this->client->getResponse()->getContent(), ['pdftotext', '-layout'], '-')->getOutput();
        foreach (['</svg>', '{{ 7 * 7 }}', 'END:VCARD', '<script>alert(1)</script>', '$(id)'] as $text) {
            self::assertStringContainsString($text, $shown);
        }
        $page = $this->client->request('GET', '/job/j/devices');
        self::assertCount(0, $page->filter('main script'));
        self::assertStringContainsString('<script>alert(1)</script>', $page->filter('main')->text());
    }

    /**
     * @param list<string> $names of units, each with a number of the same name
     * @param array<string, string> $at other texts, by where they stand
     */
    private static function plan(array $names, array $at = []): Job
    {
        $profile = [
            'id' => 'odd',
            'name' => 'Odd phone',
            'family' => 'phone',
            'factory' => ['mode' => 'dhcp'],
            'provisioning' => [
                'file' => '{mac}.cfg',
                'type' => 'text/plain',
                'escape' => $at['escape'] ?? 'plain',
                'template' => [$at['template'] ?? 'x'],
                'options' => [['code' => 66, 'value' => $at['option'] ?? '{url}']],
            ],
        ] + (isset($at['step']) ? ['steps' => [['id' => 's', 'stage' => 'unpack', 'title' => 'T', 'why' => $at['step']]]] : []);
        $devices = $extensions = [];
        foreach ($names as $n => $name) {
            $devices[] = [
                'id' => 'u-'.$n,
                'name' => 0 === $n ? $at['name'] ?? $name : $name,
                'profile' => 'odd',
                'location' => 'l',
                'hostname' => 'h-'.$n,
                'interfaces' => [['segment' => 's', 'mac' => \sprintf('02:47:00:00:01:%02X', $n), 'mode' => 'reserved',
                    'address' => \sprintf('10.9.0.%d/24', 20 + $n)]],
                'settings' => isset($at['setting']) ? ['x' => $at['setting']] : [],
            ];
            $extensions[] = ['number' => (string) (2000 + $n), 'name' => 0 === $n ? $at['person'] ?? $name : $name, 'device' => 'u-'.$n];
        }

        return JobFile::read(Json::line([
            'format' => 'vorhut-job',
            'version' => 1,
            'job' => ['name' => 'J', 'client' => $at['client'] ?? '', 'notes' => $at['notes'] ?? ''],
            'locations' => [['id' => 'l', 'name' => $at['place'] ?? 'L', 'dispatch' => $at['dispatch'] ?? 'D']],
            'segments' => [['id' => 's', 'name' => $at['segment'] ?? 'S', 'dns' => ['10.9.0.2'],
                'subnets' => [['prefix' => '10.9.0.0/24', 'dhcp' => ['10.9.0.100-10.9.0.110']]]]],
            'profiles' => [$profile],
            'devices' => $devices,
            'voice' => ['extensions' => $extensions],
        ]), ShippedProfiles::load());
    }

    /** @return list<string> */
    private static function readBack(string $kind, string $bytes): array
    {
        $read = self::command($bytes, ['/usr/bin/python3', __DIR__.'/data/read-back.py', $kind]);
        self::assertSame(0, $read->getExitCode(), $read->getErrorOutput().$bytes);
        $texts = Json::decode($read->getOutput());

        return array_values(array_filter(\is_array($texts) ? $texts : [], \is_string(...)));
    }

    /** @param list<string> $command the file follows */
    private static function command(string $bytes, array $command, string ...$behind): Process
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'vorhut-hostile-');
        file_put_contents($path, $bytes);
        $process = new Process([...$command, $path, ...$behind], env: ['PATH' => getenv('PATH').':/usr/sbin:/sbin', 'PYTHONHOME' => false]);
        $process->setTimeout(60);
        $process->run();
        unlink($path);

        return $process;
    }
}
