<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use Vorhut\App\Entity\FetchResult;
use Vorhut\App\Entity\FileFetch;
use Vorhut\App\Plan\JobEditor;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Provision\FileDesk;
use Vorhut\App\Vault\Vault;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Profile\DeviceProfile;
use Vorhut\Core\Record\Json;

/** Units fetch their files: by a word that nobody guesses, their secret once. */
final class UnitFilesTest extends AppTestCase
{
    private const FILE = '024700001014.ini';

    public function testAUnitFetchesItsFileAndItsSecretOnce(): void
    {
        $url = $this->serve();
        self::assertMatchesRegularExpression('#^http://localhost/p/[a-z0-9]{16}/$#D', $url);
        $secret = $this->secret('number/2001');
        $first = $this->fetch($url.self::FILE, 'desk phone 4.2');
        self::assertStringContainsString('number = 2001', $first);
        self::assertStringContainsString('registrar = 10.47.10.10:5060', $first);
        self::assertStringContainsString('place = Northpier road 1, ground floor, ticket hall', $first);
        self::assertStringNotContainsString($secret, $first);
        $this->as('tomas');
        $this->post(self::JOB.'/phones/secrets', ['device' => 'ticket-1']);
        $this->client->request('HEAD', $url.self::FILE);
        self::assertStringNotContainsString($secret, $this->body(), 'looking does not use it up');
        self::assertStringContainsString('secret = '.$secret, $this->fetch($url.self::FILE));
        self::assertSame('no-store, private', $this->client->getResponse()->headers->get('Cache-Control'));
        self::assertStringNotContainsString($secret, $this->fetch($url.self::FILE), 'once');
        $row = $this->row('2001');
        self::assertStringContainsString('fetched', $row);
        self::assertStringNotContainsString('has changed since', $row);
        self::assertStringContainsString('desk phone 4.2', $this->client->request('GET', self::JOB.'/phones')->text());
        $this->as('ines');
        $this->client->request('GET', self::JOB.'/records/extensions/2001');
        $this->client->submitForm('Save', ['name' => 'First window']);
        self::assertStringContainsString('has changed since', $this->row('2001'));
        $bench = $this->client->request('GET', self::JOB.'/bench/ticket-1')->text();
        self::assertMatchesRegularExpression('/Configuration file fetched .*, has changed since/', $bench);
        self::assertStringNotContainsString(
            'Configuration file fetched',
            $this->client->request('GET', self::JOB.'/bench/berth-1')->text(),
        );
        self::assertStringContainsString('shown as = First window', $this->fetch($url.self::FILE));
        self::assertStringNotContainsString('has changed since', $this->row('2001'));
        self::assertStringContainsString('not fetched yet', $this->row('2002'));
        $log = (string) file_get_contents(\dirname(__DIR__, 2).'/var/log/test.log');
        self::assertStringNotContainsString($secret, $log);
        self::assertStringNotContainsString(basename(rtrim($url, '/')), $log);
    }

    public function testASecretThatWasOpenedForTooLongAgoStaysClosed(): void
    {
        $secret = $this->secret('number/2001');
        $url = $this->serve();
        $this->as('tomas');
        $this->post(self::JOB.'/phones/secrets', ['device' => 'ticket-1']);
        $this->em()->getConnection()->executeStatement('UPDATE opened_secret SET until = DATE_SUB(until, INTERVAL 1 DAY)');
        self::assertStringNotContainsString($secret, $this->fetch($url.self::FILE));
    }

    /** Whoever asks wrongly is told the same, whether the word, the name or the MAC was wrong; and then nothing. */
    public function testWrongQuestionsTeachNothingAndEnd(): void
    {
        $url = $this->serve();
        $answers = [];
        foreach ([$url.'0247000010ff.ini', $url.'passwd', $url, $url.'desk-024700001014.xml',
            'http://localhost/p/aaaaaaaaaaaaaaaa/'.self::FILE] as $wrong) {
            $this->client->request('GET', $wrong);
            $answers[] = [$this->code(), $this->body(), $this->client->getResponse()->headers->get('Content-Type')];
        }
        self::assertSame([[404, '', 'text/plain; charset=UTF-8']], array_values(array_unique($answers, \SORT_REGULAR)));
        for ($n = 0; $n < 28; ++$n) {
            $this->client->request('GET', 'http://localhost/p/aaaaaaaaaaaaaaaa/'.self::FILE);
            self::assertSame(404, $this->code(), 'only wrong words count, not names that are nobody\'s: '.$n);
        }
        $this->client->request('GET', 'http://localhost/p/aaaaaaaaaaaaaaaa/'.self::FILE);
        self::assertSame(404, $this->code());
        $this->client->request('GET', 'http://localhost/p/aaaaaaaaaaaaaaaa/'.self::FILE);
        self::assertSame(429, $this->code());
        self::assertSame('60', $this->client->getResponse()->headers->get('Retry-After'));
        $this->client->request('GET', $url.self::FILE);
        self::assertSame(200, $this->code(), 'a hall of phones behind that address still boots');
        $this->em()->remove($this->em()->getRepository(FileFetch::class)->findOneBy(['result' => FetchResult::Served]) ?? self::fail());
        $this->em()->flush();
        $fetches = $this->em()->getRepository(FileFetch::class)->findAll();
        self::assertCount(4, $fetches, 'only those with the right word are kept');
    }

    public function testStoppedOrRenewedTheOldAddressIsGone(): void
    {
        $url = $this->serve();
        $other = $this->serve();
        self::assertNotSame($url, $other);
        $this->client->request('GET', $url.self::FILE);
        self::assertSame(404, $this->code());
        $this->fetch($other.self::FILE);
        $this->as('ines');
        $this->post(self::JOB.'/phones/serve', ['to' => 'stop']);
        $this->client->request('GET', $other.self::FILE);
        self::assertSame(404, $this->code());
    }

    public function testViewersSeeNeitherWordNorFilesToCarryOff(): void
    {
        $url = $this->serve();
        $this->as('vera');
        self::assertStringNotContainsString($url, $this->client->request('GET', self::JOB.'/phones')->html());
        $this->client->request('GET', self::JOB.'/phones/carry/units');
        self::assertSame(403, $this->code());
        foreach (['serve', 'secrets'] as $do) {
            $this->post(self::JOB.'/phones/'.$do, ['device' => 'ticket-1', 'to' => 'start']);
            self::assertSame(403, $this->code(), $do);
        }
        $this->as('tomas');
        $this->post(self::JOB.'/phones/serve', ['to' => 'start']);
        self::assertSame(403, $this->code(), 'a lead opens it');
    }

    public function testAllFilesAndLeasesAreCarriedOff(): void
    {
        $url = $this->serve();
        $secret = $this->secret('number/2001');
        $this->as('tomas');
        $this->client->request('GET', self::JOB.'/phones/carry/units');
        $path = sys_get_temp_dir().'/vorhut-units-test.zip';
        file_put_contents($path, $this->body());
        $zip = new \ZipArchive();
        self::assertTrue($zip->open($path));
        self::assertStringContainsString('number = 2001', (string) $zip->getFromName(self::FILE));
        self::assertStringContainsString('<line number="2009"', (string) $zip->getFromName('desk-024700001083.xml'));
        self::assertStringContainsString('dispatchable location of 2008', (string) $zip->getFromName('still-open.txt'));
        $zip->close();
        self::assertStringNotContainsString($secret, (string) file_get_contents($path));
        unlink($path);
        $this->client->request('GET', self::JOB.'/phones/carry/dnsmasq');
        self::assertStringContainsString('dhcp-option-force=tag:wifi-phone,66,"'.$url.'"', $this->body());
        $this->client->request('GET', self::JOB.'/phones/carry/kea');
        self::assertIsArray(json_decode($this->body(), true));
        $this->client->request('GET', self::JOB.'/phones/carry/zone?domain=phones.example.net');
        self::assertStringContainsString('$ORIGIN phones.example.net.', $this->body());
        $this->client->request('GET', self::JOB.'/phones/carry/zone?domain=no%20domain');
        self::assertResponseRedirects();
    }

    /** A kind of one's own may have any template: it gets at nothing, and what is wrong with it is said. */
    public function testTemplatesRunInASandbox(): void
    {
        $url = $this->serve();
        foreach ([
            '{{ include("voice/index.html.twig") }}', '{{ constant("PHP_VERSION") }}', '{% for i in 1..9 %}x{% endfor %}', '{{ nothing }}',
            '{{ dump() }}', '{{ lines|map(l => l)|length }}', '{{ 2 ** 9 }}',
        ] as $line) {
            $this->spoil($line);
            $this->client->request('GET', $url.self::FILE);
            self::assertSame([404, ''], [$this->code(), $this->body()], $line);
            $this->as('tomas');
            $page = $this->client->request('GET', self::JOB.'/phones/ticket-1/file');
            self::assertStringContainsString('Line 1', $page->filter('.error-text')->text(), $line);
        }
        $this->spoil('{{ name }}|{{ settings["screen-name"]|default("none") }}');
        self::assertStringContainsString('|none', $this->fetch($url.self::FILE));
    }

    private function spoil(string $line): void
    {
        $profile = Json::object((string) file_get_contents(\dirname(__DIR__, 2).'/profiles/desk-phone-page.json'));
        \assert(\is_array($profile['provisioning']));
        $profile['provisioning']['template'] = [$line];
        $this->em()->clear();
        [$reading, $editor] = [self::getContainer()->get(JobReading::class), self::getContainer()->get(JobEditor::class)];
        \assert($reading instanceof JobReading && $editor instanceof JobEditor);
        $context = $reading->context($this->stored());
        $edit = new Edit(DeviceProfile::class, 'desk-phone-page', $context->job->record(DeviceProfile::class, 'desk-phone-page'), $profile);
        $editor->apply($context->stored, new ChangeSet('Own kind', [$edit]), $this->person('ines'), $context->revision);
    }

    private function serve(): string
    {
        $this->as('ines');
        $this->post(self::JOB.'/phones/serve', ['to' => 'start']);
        $desk = self::getContainer()->get(FileDesk::class);
        \assert($desk instanceof FileDesk);

        return $desk->url($this->stored()) ?? throw new \LogicException('nothing is served');
    }

    private function secret(string $name): string
    {
        $this->as('ines');
        $this->post(self::JOB.'/vault/make', ['name' => $name]);
        $vault = self::getContainer()->get(Vault::class);
        \assert($vault instanceof Vault);
        $secret = $vault->find($this->stored(), $name) ?? throw new \LogicException('no '.$name);
        $value = $vault->open($secret);
        self::assertGreaterThanOrEqual(20, \strlen($value));

        return $value;
    }

    private function fetch(string $url, string $agent = 'unit'): string
    {
        $this->client->restart();
        $this->client->request('GET', $url, server: ['HTTP_USER_AGENT' => $agent]);
        self::assertResponseIsSuccessful();

        return $this->body();
    }

    private function row(string $number): string
    {
        $this->as('tomas');

        return $this->client->request('GET', self::JOB.'/phones?q='.$number)->filter('.phones tbody tr')->first()->text();
    }
}
