<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use Symfony\Component\DomCrawler\Crawler;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Vorhut\App\Entity\ImportRun;
use Vorhut\Core\Exchange\JobGenerator;
use Vorhut\Core\Findings\Check;
use Vorhut\Core\Record\Json;
use Vorhut\Tests\Support\Jobs;

final class ListTest extends AppTestCase
{
    /** The router that has a segment's gateway goes along with it. */
    public function testAGatewayThatMovesTakesItsRouterAlong(): void
    {
        $this->as('ines');
        $leg = fn (): array => array_values(array_filter(
            array_map(static fn ($i): string => $i->segment.' '.$i->address, $this->job()->routers['core']->interfaces),
            static fn (string $i): bool => str_starts_with($i, 'video '),
        ));
        self::assertSame(['video 10.47.20.1/24'], $leg());
        $this->client->request('GET', self::JOB.'/networks?edit=video');
        self::assertSelectorExists('select[name=router] option[value=core][selected]');
        $this->client->submitForm('Save', ['gateway' => '10.47.20.254']);
        self::assertSame(['video 10.47.20.254/24'], $leg());
        $this->client->request('GET', self::JOB.'/networks?edit=video');
        $this->client->submitForm('Save', ['router' => '']);
        self::assertSame([], $leg());
    }

    /** The way of a newcomer: an empty job, one segment, a pasted list with three bad rows, addresses. */
    public function testFromAnEmptyJobToAddressesWithoutConflict(): void
    {
        $this->as('ines');
        $this->client->request('GET', '/');
        $this->client->submitForm('Create job', ['name' => 'Ferry office', 'client' => 'Kestrel', 'timezone' => 'Europe/Oslo']);
        self::assertResponseRedirects('/job/ferry-office/networks');
        $this->client->followRedirect();
        $this->client->request('GET', '/job/ferry-office/networks?edit=new');
        $this->client->submitForm('Save', [
            'name' => 'Office',
            'vlan' => '300',
            'prefix' => '10.47.80.0/255.255.255.0',
            'gateway' => '10.47.80.1',
            'dhcp' => '10.47.80.100-199',
        ]);
        self::assertResponseRedirects('/job/ferry-office/networks');
        self::assertSame('10.47.80.0/24', (string) $this->job('ferry-office')->segments['office']->subnets[0]->prefix);
        self::assertSame('10.47.80.1/24', (string) $this->job('ferry-office')->routers['core-router']->interfaces[0]->address);

        $crawler = $this->post('/job/ferry-office/list', ['text' => self::list(40)]);
        self::assertResponseIsSuccessful();
        self::assertSelectorTextContains('.next', '37 new');
        self::assertSelectorTextContains('main', '3 rows to fix');
        self::assertSelectorTextContains('main', 'Unknown device types');
        self::assertSame(
            ['line 5, MAC', 'line 31, VLAN'],
            $crawler->filter('td[data-label=Line]')->slice(0, 2)->each(static fn ($td): string => $td->text()),
        );
        self::assertCount(0, $this->job('ferry-office')->devices, 'a preview changes nothing');
        $this->client->submit($crawler->selectButton('Import 37 rows T')->form());
        self::assertResponseRedirects('/job/ferry-office/devices');
        self::assertCount(37, $this->job('ferry-office')->devices);

        $crawler = $this->client->request('GET', '/job/ferry-office/addresses');
        self::assertSelectorTextContains('.next', '37 addresses proposed');
        $this->client->submit($crawler->selectButton('Assign selected addresses T')->form());
        $job = $this->job('ferry-office');
        self::assertNotNull($job->devices['unit-1']->primaryAddress());
        self::assertSame(
            [],
            array_map(
                static fn ($f): string => $f->title,
                array_filter(
                    Check::run($job),
                    static fn ($f): bool => !\in_array(
                        $f->rule,
                        ['no-dispatchable-location', 'shared-factory-address', 'horn-hears-nothing'],
                        true,
                    ),
                ),
            ),
        );
    }

    public function testOnlyTheChosenAddressesAreAccepted(): void
    {
        $this->as('tomas');
        $this->post(self::JOB.'/addresses', ['by' => 'kind', 'device' => ['berth-5']]);
        self::assertNull($this->job()->devices['berth-4']->primaryAddress());
        self::assertSame('10.47.20.26/24', (string) $this->job()->devices['berth-5']->primaryAddress());
    }

    public function testAListNobodyUnderstandsIsRefusedAndKept(): void
    {
        $this->as('tomas');
        $this->post(self::JOB.'/list', ['text' => "10.47.1.1;02-47\n"]);
        self::assertSame(422, $this->code());
        self::assertSelectorTextContains('[role=alert]', 'column names');
        self::assertSelectorTextContains('textarea[name=text]', '10.47.1.1;02-47');
    }

    public function testAColumnIsTakenForWhatSomebodySaysItIs(): void
    {
        $this->as('tomas');
        $list = "Winter list;;\nName;Remark;Kind\nPier 9;W-9;paging-horn\nTotal;1;\n";
        $page = $this->post(self::JOB.'/list', ['text' => $list]);
        self::assertStringContainsString('2 rows are no units', $page->filter('details')->text());
        self::assertSame('', $page->filter('select[name="column[1]"] option[selected]')->attr('value'));
        $form = $page->selectButton('Show what would change')->form(['column[1]' => 'serial']);
        $page = $this->client->submit($form, [], ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertSame('serial', $page->filter('select[name="column[1]"] option[selected]')->attr('value'));
        self::assertStringContainsString('as you chose', $page->filter('main')->text());
        self::assertStringContainsString('Paging horn', $page->filter('table.dense')->last()->text(), 'its kind by name');

        // Of a list with other columns nothing was said.
        $other = $page->selectButton('Show what would change')->form(['text' => "Serial;Name;Kind\nW-8;Pier 8;paging-horn\n"]);
        $shown = $this->client->submit($other, [], ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertSame('name', $shown->filter('select[name="column[1]"] option[selected]')->attr('value'));

        $this->client->submit($page->filter('.next form')->form(), [], ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertSame('W-9', $this->job()->devices['pier-9']->serial);
    }

    public function testSegmentsKeepWhatWasTypedUntilItIsRight(): void
    {
        $this->as('ines');
        $this->post(self::JOB.'/networks', [
            'id' => 'video',
            'name' => 'Video',
            'vlan' => '120',
            'prefix' => '10.47.20.7/24',
            'gateway' => '10.47.20.1',
        ]);
        self::assertSame(422, $this->code());
        self::assertSelectorTextContains('form [role=alert]', '10.47.20.0/24');
        self::assertStringContainsString('value="10.47.20.7/24"', $this->body());
        $this->post(self::JOB.'/networks', [
            'id' => 'video',
            'name' => 'Video and tide',
            'vlan' => '121',
            'prefix' => '10.47.20.0/24',
            'gateway' => '10.47.20.1',
        ]);
        self::assertSame(121, $this->job()->segments['video']->vlan);
        // A segment with units in it stays.
        $this->post(self::JOB.'/networks/video/remove');
        $this->client->followRedirect();
        self::assertSelectorExists('[role=alert]');
        self::assertArrayHasKey('video', $this->job()->segments);
    }

    public function testARouterMadeOnTheWayIsToldApartFromTheOthers(): void
    {
        $this->as('ines');
        $lobby = ['name' => 'Lobby', 'prefix' => '10.47.150.0/24', 'gateway' => '10.47.150.1', 'router' => '+'];
        $this->post(self::JOB.'/networks', $lobby);
        self::assertSame('Lobby router', $this->job()->routers['lobby-router']->name);
    }

    public function testAJobFileComesInAndGoesOutAsTheSameBytes(): void
    {
        $this->as('ines');
        $this->upload(Jobs::demoText());
        self::assertResponseRedirects('/job/kestrel-sound-ferries-2');
        $this->client->request('GET', '/job/kestrel-sound-ferries-2/export');
        self::assertSame(Jobs::demoText(), $this->body());
        self::assertStringContainsString('attachment', (string) $this->client->getResponse()->headers->get('Content-Disposition'));
    }

    public function testABadJobFileIsRefusedWithPaths(): void
    {
        $this->as('ines');
        $this->upload(str_replace('"vlan": 110', '"vlan": 9999', Jobs::demoText()));
        self::assertSame(422, $this->code());
        self::assertSelectorTextContains('table', '$.segments[0].vlan');
        self::assertSelectorTextContains('table', '9999');
    }

    public function testALargeFileGoesThroughTheWorker(): void
    {
        $this->as('ines');
        $text = Json::pretty((new JobGenerator(700, 5))->generate());
        $this->upload($text);
        self::assertResponseRedirects('/');
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=status]', 'waiting for the worker');
        $run = $this->em()->getRepository(ImportRun::class)->findOneBy([]) ?? throw new \LogicException();
        $this->work();
        $this->part('/runs/'.$run->getId());
        self::assertSelectorTextContains('[role=status]', 'with 700 devices');
        $this->client->request('GET', '/job/generated-700-devices/export');
        self::assertSame($text, $this->body());
        $this->as('tomas');
        $this->part('/runs/'.$run->getId());
        self::assertSame(403, $this->code(), 'another person\'s import');
    }

    public function testALargeFileThatIsWrongSaysSoAndLeavesNothing(): void
    {
        $this->as('ines');
        $this->upload(str_replace('"dev-699"', '"dev-698"', Json::pretty((new JobGenerator(700, 5))->generate())));
        $this->work();
        $this->client->request('GET', '/');
        self::assertSelectorTextContains('.said.error', '$.devices[699].id');
        self::assertSelectorTextNotContains('main', 'Generated');
    }

    public function testALongListGoesThroughTheWorkerToo(): void
    {
        $this->as('tomas');
        $rows = array_map(static fn (int $n): string => \sprintf('Horn X%d;paging-horn;sound', $n), range(1, 450));
        $this->post(self::JOB.'/list/take', ['text' => "name;kind;segment\n".implode("\n", $rows)]);
        self::assertSelectorTextContains('[role=status]', 'waiting for the worker');
        $this->work();
        self::assertCount(531, $this->job()->devices);
    }

    public function testPagesCostAHandfulOfQueriesWhateverTheSize(): void
    {
        $this->as('ines');
        $this->upload(Json::pretty((new JobGenerator(600, 9))->generate()));
        $this->work();
        $counts = [];
        foreach ([self::JOB, '/job/generated-600-devices'] as $job) {
            foreach (['', '/networks', '/devices', '/devices?sel=dev-3', '/bench', '/proof'] as $page) {
                // The first request computes what the next ones only read.
                $this->client->request('GET', $job.$page);
                $counts[$page][] = $this->queries($job.$page);
            }
        }
        foreach ($counts as $page => $numbers) {
            self::assertLessThanOrEqual(14, max($numbers), $page);
            self::assertLessThanOrEqual(2, $numbers[1] - $numbers[0], $page.' grows with the job: '.implode(', ', $numbers));
        }
    }

    private function queries(string $path): int
    {
        $before = $this->selects();
        $this->client->request('GET', $path);
        self::assertResponseIsSuccessful();

        return $this->selects() - $before;
    }

    private function upload(string $text): void
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'job');
        file_put_contents($file, $text);
        $this->client->request(
            'POST',
            '/jobs/import',
            ['_token' => 'csrf-token'],
            ['file' => new UploadedFile($file, 'job.json', 'application/json', null, true)],
            ['HTTP_ORIGIN' => 'http://localhost'],
        );
    }

    private static function list(int $rows): string
    {
        $lines = ["Device\tKind\tVLAN\tMAC\tSerial"];
        for ($n = 1; $n <= $rows; ++$n) {
            $lines[] = implode("\t", [
                "Unit $n",
                17 === $n ? 'ptz-camera' : (0 === $n % 3 ? 'paging-horn' : 'desk-phone-page'),
                30 === $n ? '301' : '300',
                \sprintf('02-47-00-00-80-%02X', $n).(4 === $n ? 'X' : ''),
                'KS-80-'.$n,
            ]);
        }

        return implode("\r\n", $lines);
    }

    /** Only the numbers are new: they are counted by their digits, and there is a button. */
    public function testNumbersOfUnitsThatAreThereAreMadeFromAList(): void
    {
        $this->as('ines');
        $list = "Name;Kind;Ext\nBerth hand;wifi-phone;2977\n";
        $page = $this->post(self::JOB.'/list', ['text' => $list]);
        self::assertSelectorTextContains('.lacks', 'Create 1 extension missing in this job: 2977');
        $form = $page->selectButton('Preview again L')->form();
        $page = $this->post(self::JOB.'/list', ['numbers' => '1'] + $form->getPhpValues());
        self::assertSelectorTextContains('.next', '1 extension will be created');
        self::assertSelectorTextContains('.next', 'Import 1 extension');
        self::assertCount(1, $page->filter('.lacks input[name=numbers][checked]'), 'the tick stays');
        $this->client->submit($page->selectButton('Import 1 extension T')->form());
        self::assertArrayHasKey('2977', $this->job()->extensions);
    }

    public function testRowsWithoutAKindAreSaidToBecomeComputers(): void
    {
        $this->as('ines');
        $page = $this->post(self::JOB.'/list', ['text' => "Name;Sort of thing\nOne new;Horn\nTwo new;Horn\n"]);
        self::assertSelectorTextContains('.next', '2 rows have no device type and become computers');
        self::assertSelectorTextContains('.lacks', 'no device type');
        $form = $page->selectButton('Preview again L')->form();
        $page = $this->post(self::JOB.'/list', ['kinds' => [['text' => '', 'is' => 'paging-horn']]] + $form->getPhpValues());
        self::assertSelectorTextNotContains('.next', 'computers');
        $this->client->submit($page->selectButton('Import 2 rows T')->form());
        self::assertSame('paging-horn', $this->job()->devices['one-new']->profile);
    }

    public function testAKindWithWordsLeftOutIsOfferedAndAnAmbiguousOneIsNot(): void
    {
        $this->as('ines');
        $page = $this->post(self::JOB.'/list', ['text' => "Name;Type;Room\nEye 1;PTZ camera;\nTalk 1;Desk phone;\n"]);
        $said = $page->selectButton('Preview again L')->form()->getValues();
        self::assertSame(['PTZ camera', 'ptz-camera-rotary'], [$said['kinds[0][text]'], $said['kinds[0][is]']]);
        self::assertSame(['Desk phone', ''], [$said['kinds[1][text]'], $said['kinds[1][is]']]);
    }

    public function testWhatIsLeftOutOfARowIsSaid(): void
    {
        $this->as('ines');
        $list = "Name;Kind;Network;Address\nOld fax;Analogue phone;110;10.47.10.77\nEye;\"PTZ camera, rotary switch\";120;192.0.2.80\n";
        $page = $this->post(self::JOB.'/list', ['text' => $list]);
        $said = $page->filter('p.care')->each(static fn (Crawler $p): string => $p->text());
        self::assertSame([
            '△ 1 address is a factory address (192.0.2.80). It is not used as the planned address: the address stays open.',
            '△ 1 device has no network port by its device type (Old fax). '
                .'Segment and address are ignored: enter in Pairings what it is connected to.',
        ], $said);
        self::assertSelectorTextContains('.next', '2 new');
    }

    /** A list with strange kinds, new rooms, numbers and a slip, mended in the preview; the next one like it is read at once. */
    public function testAListIsMendedWhereItIsShownAndWhatWasSaidIsRemembered(): void
    {
        $this->as('ines');
        $list = "Gerät;Art;Raum;Durchwahl;MAC\nMole 1;Tischtelefon;Mole house;2801;02-47-00-00-71-01\n"
            ."Mole 2;Tischtelefon;Mole house;2802;02-47-00-00-71-0G\n";
        $page = $this->post(self::JOB.'/list', ['text' => $list]);
        self::assertSelectorTextContains('main', 'Unknown device types');
        $form = $page->selectButton('Preview again L')->form();
        self::assertSame('Tischtelefon', $form->getValues()['kinds[0][text]']);
        $said = ['kinds' => [['text' => 'Tischtelefon', 'is' => 'desk-phone-page']], 'column' => [1 => 'profile']];
        $page = $this->post(self::JOB.'/list', $said + $form->getPhpValues());
        self::assertSelectorTextContains('main', 'Create 1 location missing in this job: Mole house');
        $form = $page->selectButton('Preview again L')->form();
        $page = $this->post(self::JOB.'/list', ['places' => '1', 'numbers' => '1'] + $form->getPhpValues());
        self::assertSelectorTextContains('.next', '1 new');
        $mend = $page->filter('input[name^=mend]');
        self::assertSame(['mend[3][4]', '02-47-00-00-71-0G'], [$mend->attr('name'), $mend->attr('value')]);
        $form = $page->selectButton('Preview again L')->form();
        $page = $this->post(self::JOB.'/list', ['mend' => [3 => [4 => '02-47-00-00-71-02']]] + $form->getPhpValues());
        self::assertSelectorTextContains('.next', '2 new');
        self::assertSelectorTextContains('textarea[name=text]', '71-02');
        $this->client->submit($page->selectButton('Import 2 rows T')->form(), [], ['HTTP_ORIGIN' => 'http://localhost']);
        $job = $this->job();
        self::assertSame(['desk-phone-page', 'mole-house'], [$job->devices['mole-2']->profile, $job->devices['mole-2']->location]);
        self::assertSame('mole-2', $job->extensions['2802']->device);

        $this->post(self::JOB.'/list', ['text' => "Gerät;Art;Raum;Durchwahl;MAC\nMole 3;Tischtelefon;Mole house;;\n"]);
        self::assertSelectorTextContains('.next', '1 new, 0 changed', 'what it calls the kind and the column is known by now');
        $this->as('tomas');
        $this->post(self::JOB.'/list', ['text' => "Name;Room\nMole 9;Nowhere yet\n", 'places' => '1']);
        self::assertSelectorTextNotContains('main', 'Create 1 location', 'places are a lead\'s');
        self::assertSelectorTextContains('main', '1 row to fix');
    }

    public function testWhatAColumnHoldsIsRememberedForListsLikeIt(): void
    {
        $this->as('ines');
        $list = "Name;Dings\nPlain 1;Wetter\n";
        $page = $this->post(self::JOB.'/list', ['text' => $list]);
        $form = $page->selectButton('Preview again L')->form();
        self::assertSame('', $form->getValues()['column[1]'], 'nobody knows what it is');
        $page = $this->post(self::JOB.'/list', ['column' => [0 => 'name', 1 => 'serial']] + $form->getPhpValues());
        $this->client->submit($page->selectButton('Import 1 row T')->form(), [], ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertSame('Wetter', $this->job()->devices['plain-1']->serial);
        $page = $this->post(self::JOB.'/list', ['text' => "Name;Dings\nPlain 2;Wind\n"]);
        $this->client->submit($page->selectButton('Import 1 row T')->form(), [], ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertSame('Wind', $this->job()->devices['plain-2']->serial);
        $page = $this->post(self::JOB.'/list', ['text' => "Name;Bums\nPlain 3;Nebel\n"]);
        self::assertSame('', $page->selectButton('Preview again L')->form()->getValues()['column[1]'], 'of another list nothing was said');
    }

    public function testWhatIsWrongInManyRowsIsSaidOnce(): void
    {
        $this->as('ines');
        $rows = implode("\n", array_map(static fn (int $n): string => \sprintf('Unit %d;Vidoe', $n), range(1, 15)));
        $page = $this->post(self::JOB.'/list', ['text' => "Name;Network\n".$rows]);
        self::assertCount(1, $page->filter('td[data-label=Line]'));
        self::assertSelectorTextContains('td[data-label=Line]', 'lines 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13 and 3 more, Network');
        self::assertCount(12, $page->filter('input[name^=mend]'));
    }
}
