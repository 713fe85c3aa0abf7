<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use Vorhut\App\Plan\JobStore;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\App\Provision\FileDesk;
use Vorhut\App\Web\Download;
use Vorhut\App\Web\MediaType;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Json;

/** Bytes that others wrote are never run in the origin of Vorhut, and never keep it from its work. */
final class StrangersBytesTest extends AppTestCase
{
    private const SOURCES = __DIR__.'/../../src';
    private const SCRIPT = '<script>fetch("/people", {method: "POST"})</script>';

    #[DataProvider('runnable')]
    public function testAKindOfATypeThatBrowsersRunIsRefused(string $type): void
    {
        try {
            self::plan(['type' => $type]);
            self::fail($type.' was taken');
        } catch (InvalidFile $e) {
            self::assertStringContainsString('provisioning.type', $e->getMessage());
            self::assertStringContainsString('text/plain', $e->getMessage());
        }
    }

    /** @return iterable<string, array{string}> */
    public static function runnable(): iterable
    {
        foreach (['text/html', 'text/javascript', 'application/javascript', 'image/svg+xml', 'application/xhtml+xml', 'text/css',
            'text/xml', 'application/wasm', 'multipart/x-mixed-replace', 'TEXT/HTML', 'text/plain; charset=x'] as $type) {
            yield $type => [$type];
        }
    }

    public function testAFileOfAUnitIsSavedAndHasAnOriginOfItsOwn(): void
    {
        foreach (['text/plain', 'application/xml', 'application/json', 'text/csv', 'application/octet-stream'] as $type) {
            $this->client->request('GET', $this->served(self::plan(['type' => $type])));
            $headers = $this->client->getResponse()->headers;
            self::assertResponseIsSuccessful();
            self::assertSame(self::SCRIPT."\n", $this->client->getResponse()->getContent());
            self::assertStringStartsWith($type, (string) $headers->get('Content-Type'));
            self::assertStringStartsWith('attachment; filename=', (string) $headers->get('Content-Disposition'));
            self::assertSame("sandbox; default-src 'none'; frame-ancestors 'none'", $headers->get('Content-Security-Policy'));
            self::assertSame('nosniff', $headers->get('X-Content-Type-Options'));
        }
    }

    /** Whoever adds a page that sends files uses the one class for them. */
    public function testOnlyDownloadGivesAMediaType(): void
    {
        $may = ['Web/Download.php', 'Devices/DevicesController.php', 'Provision/UnitFileController.php'];
        foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator(self::SOURCES)) as $file) {
            \assert($file instanceof \SplFileInfo);
            $name = substr($file->getPathname(), \strlen(self::SOURCES) + 1);
            if ('php' === $file->getExtension() && !\in_array($name, $may, true)) {
                $text = (string) file_get_contents($file->getPathname());
                self::assertDoesNotMatchRegularExpression("/'Content-(?:Type|Disposition)'\\s*(?:=>|,)/i", $text, $name);
                self::assertDoesNotMatchRegularExpression('/BinaryFileResponse|StreamedResponse/', $text, $name);
            }
        }
    }

    public function testATypeThatIsNotListedIsOctets(): void
    {
        self::assertSame(MediaType::Octets, MediaType::fromForeign('image/svg+xml'));
        self::assertSame(MediaType::Octets, MediaType::fromForeign('text/html; charset=utf-8'));
        self::assertSame(MediaType::Csv, MediaType::fromForeign('Text/CSV'));
        self::assertStringStartsWith('inline', (string) (new Download('', MediaType::Png, 'a'))->headers->get('Content-Disposition'));
        $odd = new Download('', MediaType::Octets, "../..\\\"\r\nX: y\u{202E}.cfg");
        self::assertSame('attachment; filename="_.._X_ y_.cfg"', $odd->headers->get('Content-Disposition'));
    }

    /** @param list<string> $template */
    #[DataProvider('expensive')]
    public function testATemplateHasABudget(array $template, string $why): void
    {
        $url = $this->served(self::plan(['template' => $template]));
        $begin = hrtime(true);
        $before = memory_get_peak_usage();
        for ($n = 0; $n < 5; ++$n) {
            $this->client->request('GET', $url);
            self::assertSame(404, $this->client->getResponse()->getStatusCode());
        }
        self::assertLessThan(9e9, hrtime(true) - $begin, 'five fetches take less than five times the budget of two seconds');
        self::assertLessThan(64 << 20, memory_get_peak_usage() - $before);
        $this->as('ines');
        self::assertStringContainsString($why, $this->client->request('GET', '/job/hostile/phones/phone/file')->text());
    }

    /** @return iterable<string, array{list<string>, string}> */
    public static function expensive(): iterable
    {
        $ten = '{% for #%d in [1, 2, 3, 4, 5, 6, 7, 8, 9, 10] %}';
        $loops = implode('', array_map(static fn (int $n): string => str_replace('#%d', 'a'.$n, $ten), range(1, 12)));
        $ends = str_repeat('{% endfor %}', 12);
        $doubled = str_repeat('{% set s = s ~ s %}', 60);
        yield 'nested loops' => [[$loops.$ends], 'iterations'];
        yield 'a text that grows' => [['{% set s = "0123456789" %}'.$doubled], 'bytes'];
        yield 'a capture that grows' => [['{% set s = "0123456789" %}'.str_repeat('{% set s %}{{ s }}{{ s }}{% endset %}', 60)], 'bytes'];
        yield 'a text replaced by itself' => [['{% set s = "aaaaaaaaaa" %}'.str_repeat('{% set s = s|replace({"a": s}) %}', 20)], 'bytes'];
        yield 'a list joined by itself' => [['{% set s = "aaaaaaaaaa" %}'.str_repeat('{% set s = [s, s, s]|join(s) %}', 30)], 'bytes'];
        $few = str_replace('#%d', 'a', $ten).str_replace('#%d', 'b', $ten).str_replace('#%d', 'c', $ten);
        yield 'plain text in loops' => [[$few.str_repeat(' ', 9_000).'{% endfor %}{% endfor %}{% endfor %}'], 'bytes'];
        yield 'regular expressions' => [['{{ name matches "/(a+)+$/" }}'], 'not allowed'];
        yield 'ranges' => [['{% for i in 1..1000000000 %}{% endfor %}'], 'not allowed'];
    }

    /** @param array<string, mixed> $provisioning */
    private static function plan(array $provisioning): Job
    {
        return JobFile::read(Json::pretty(self::file($provisioning)), ShippedProfiles::load());
    }

    /**
     * @param array<string, mixed> $provisioning
     *
     * @return array<string, mixed>
     */
    private static function file(array $provisioning): array
    {
        return [
            'format' => 'vorhut-job',
            'version' => 1,
            'job' => ['name' => 'Hostile'],
            'segments' => [['id' => 'a', 'subnets' => [['prefix' => '10.9.0.0/24']]]],
            'profiles' => [[
                'id' => 'odd',
                'name' => 'Odd phone',
                'family' => 'phone',
                'factory' => ['mode' => 'dhcp'],
                'provisioning' => $provisioning + ['file' => '{mac}.cfg', 'type' => 'text/plain', 'template' => [self::SCRIPT]],
            ]],
            'devices' => [[
                'id' => 'phone',
                'profile' => 'odd',
                'interfaces' => [['name' => 'lan', 'segment' => 'a', 'mac' => '02:47:00:00:00:01', 'address' => '10.9.0.5/24']],
            ]],
        ];
    }

    private function served(Job $job): string
    {
        $this->as('ines');
        $this->client->request('GET', '/');
        [$store, $desk] = [self::getContainer()->get(JobStore::class), self::getContainer()->get(FileDesk::class)];
        \assert($store instanceof JobStore && $desk instanceof FileDesk);
        $stored = $store->create($job, null);
        $desk->open($stored, $this->person('ines'));

        return 'http://localhost'.parse_url((string) $desk->url($stored), \PHP_URL_PATH).'024700000001.cfg';
    }
}
