<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use Symfony\Component\DomCrawler\Crawler;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Job\Stage;

final class DevicesTest extends AppTestCase
{
    public function testACellIsChangedAndUndone(): void
    {
        $this->as('tomas');
        $before = JobFile::write($this->job());
        $this->post(self::JOB.'/devices/receiver-3/cell', ['field' => 'gateway', 'value' => '10.47.60.1', 'version' => $this->version()]);
        self::assertResponseIsSuccessful();
        self::assertStringContainsString('data-value="10.47.60.1"', $this->body());
        self::assertSame('10.47.60.1', (string) $this->job()->devices['receiver-3']->interfaces[0]->gateway);
        $this->client->request('GET', self::JOB.'/devices');
        $this->client->submitForm('Undo Z');
        self::assertResponseRedirects(self::JOB.'/devices');
        self::assertSame($before, JobFile::write($this->job()));
        $this->client->request('GET', self::JOB);
        self::assertSelectorTextContains('.why', 'Undid: Changed Gateway of Receiver 3');
        self::assertSelectorTextContains('.why', 'Tomas Wray');
    }

    public function testAMistakeIsAnsweredAtTheCellAndNothingIsWritten(): void
    {
        $this->as('tomas');
        $revision = $this->stored()->getRevision();
        foreach (
            [
                'address' => '10.47.60.400',
                'mac' => '02-47-00-00-60-2G',
                'gateway' => 'router',
                'segment' => 'nowhere',
                'profile' => 'no-such',
                'hostname' => 'two words',
                'stage' => 'late',
                'name' => '',
            ] as $field => $value
        ) {
            $this->post(self::JOB.'/devices/receiver-3/cell', [
                'field' => $field,
                'value' => $value,
                'version' => $this->version(),
            ]);
            self::assertSame('name' === $field ? 200 : 422, $this->code(), $field.': '.$this->body());
            if ('name' !== $field) {
                self::assertStringContainsString($value, $this->body());
                self::assertStringContainsString('allowed is', $this->body());
            }
        }
        $this->em()->clear();
        self::assertSame($revision + 1, $this->stored()->getRevision(), 'only the emptied name, which falls back to the id');
        self::assertSame('receiver-3', $this->job()->devices['receiver-3']->name);
    }

    public function testTwoTechniciansAtOneDevice(): void
    {
        $this->as('tomas');
        $version = $this->version();
        $this->post(self::JOB.'/devices/berth-1/cell', ['field' => 'serial', 'value' => 'KS-20-9999', 'version' => $version]);
        self::assertResponseIsSuccessful();
        $this->as('ines');
        $this->post(self::JOB.'/devices/berth-1/cell', ['field' => 'serial', 'value' => 'KS-20-1111', 'version' => $version]);
        self::assertSame(409, $this->code());
        self::assertStringContainsString('Tomas Wray changed Berth 1 camera at', $this->body());
        self::assertStringContainsString('Your value was not saved', $this->body());
        self::assertSame('KS-20-9999', $this->job()->devices['berth-1']->serial);
        // The form beside the table keeps what was typed.
        $this->post(self::JOB.'/devices/berth-1', ['name' => 'Berth 1 camera', 'serial' => 'KS-20-1111', 'version' => $version]);
        self::assertSame(422, $this->code());
        self::assertStringContainsString('value="KS-20-1111"', $this->body());
    }

    public function testAnUndoThatWouldOverwriteSomebodyIsRefused(): void
    {
        $this->as('tomas');
        $this->post(self::JOB.'/devices/berth-1/cell', ['field' => 'serial', 'value' => 'A', 'version' => $this->version()]);
        $crawler = $this->client->request('GET', self::JOB.'/devices');
        $undo = $crawler->selectButton('Undo Z')->form();
        $this->as('ines');
        $this->post(self::JOB.'/devices/berth-1/cell', ['field' => 'serial', 'value' => 'B', 'version' => $this->version()]);
        $this->as('tomas');
        $this->client->submit($undo);
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=alert]', 'Not undone. Ines Aldermoor changed');
        self::assertSame('B', $this->job()->devices['berth-1']->serial);
    }

    public function testAddSaveAndRemove(): void
    {
        $this->as('tomas');
        $this->post(self::JOB.'/devices', [
            'name' => 'Berth 6 camera',
            'profile' => 'ptz-camera-rotary',
            'segment' => 'video',
            'mac' => '02-47-00-00-20-1E',
        ]);
        self::assertResponseRedirects(self::JOB.'/devices?sel=berth-6-camera');
        $this->client->followRedirect();
        $this->client->submitForm('Save', ['address' => '10.47.20.30']);
        self::assertSame('10.47.20.30/24', (string) $this->job()->devices['berth-6-camera']->primaryAddress());
        $this->post(self::JOB.'/devices/berth-6-camera/remove');
        self::assertArrayNotHasKey('berth-6-camera', $this->job()->devices);
        // What an intent or an extension names cannot go.
        $this->post(self::JOB.'/devices/pbx/remove');
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=alert]', 'There is no device "pbx"');
        self::assertArrayHasKey('pbx', $this->job()->devices);
    }

    public function testFilterSortAndFindings(): void
    {
        $this->as('vera');
        $names = fn (string $query): array => $this->client
            ->request('GET', self::JOB.'/devices?'.$query)
            ->filter('tbody td[data-field=name] a')
            ->each(static fn ($a): string => $a->text());
        self::assertCount(81, $names(''));
        self::assertSame(
            ['Berth 1 camera', 'Berth 2 camera', 'Berth 3 camera', 'Berth 4 camera', 'Berth 5 camera'],
            $names('q=berth+video+pier'),
        );
        self::assertSame(['Customs phone', 'Berth 4 camera', 'Berth 5 camera'], $names('only=unaddressed'));
        self::assertContains('Receiver 3', $names('only=findings'));
        self::assertSame(['Phone accounts server', 'Wireless controller'], \array_slice($names('sort=address'), 0, 2));
        self::assertSelectorNotExists('#paste-form');
        self::assertSelectorExists('[data-cells=read]');
    }

    public function testAFindingsChangeIsTaken(): void
    {
        $this->as('tomas');
        $crawler = $this->client->request('GET', self::JOB.'/networks');
        self::assertSelectorTextContains('.why h2', 'Two devices have the address 10.47.50.40');
        $this->client->submit($crawler->selectButton('Apply change A')->form());
        self::assertResponseRedirects(self::JOB.'/networks');
        self::assertSame('10.47.50.41/24', (string) $this->job()->devices['horn-spare']->primaryAddress());
        $this->client->followRedirect();
        self::assertSelectorTextNotContains('.why', '10.47.50.40:');
    }

    public function testManyAreChangedMovedAndRemovedAtOnce(): void
    {
        $this->as('tomas');
        $page = $this->client->request('GET', self::JOB.'/devices');
        self::assertCount(81, $page->filter('td.pick input[form=many]'));
        $berths = ['berth-1', 'berth-2', 'berth-3'];
        $values = ['stage' => 'as-left', 'location' => 'comms-room', 'gateway' => '', 'segment' => ''];
        $this->post(self::JOB.'/devices/many', ['device' => $berths] + $values);
        foreach ($berths as $id) {
            $device = $this->job()->devices[$id];
            self::assertSame(['as-left', 'comms-room', '10.47.20.1'], [
                $device->stage->value,
                $device->location,
                (string) $device->interfaces[0]->gateway,
            ], 'what is left blank stays');
        }
        $this->post(self::JOB.'/devices/many', ['device' => $berths, 'gateway' => '10.47.20.300']);
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=alert]', '10.47.20.300');
        $this->post(self::JOB.'/devices/many', ['device' => $berths, 'gateway' => '10.47.20.9']);
        self::assertSame('10.47.20.9', (string) $this->job()->devices['berth-3']->interfaces[0]->gateway);
        $this->post(self::JOB.'/devices/many', ['device' => $berths, 'gateway' => '-', 'location' => '-']);
        foreach ($berths as $id) {
            $device = $this->job()->devices[$id];
            self::assertSame([null, null, Stage::AsLeft], [$device->interfaces[0]->gateway, $device->location, $device->stage], 'cleared');
        }
        self::assertCount(1, $page->filter('#many select[name=location] option[value="-"]'));
        self::assertCount(0, $page->filter('#many select[name=stage] option[value="-"]'), 'a stage there always is');
        $this->post(self::JOB.'/devices/many', ['gateway' => '10.47.20.1']);
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=alert]', 'Select devices first');
        $this->post(self::JOB.'/devices/many', ['device' => ['horn-spare', 'nobody'], 'remove' => '1']);
        self::assertArrayNotHasKey('horn-spare', $this->job()->devices);
        self::assertCount(80, $this->job()->devices);
    }

    public function testTheTableIsNarrowedItsColumnsChosenAndCarriedOff(): void
    {
        $this->as('vera');
        $names = fn (string $query): int => $this->client
            ->request('GET', self::JOB.'/devices?'.$query)
            ->filter('tbody td[data-field=name]')
            ->count();
        $horns = $names('profile=paging-horn');
        self::assertGreaterThan(5, $horns);
        $done = $names('profile=paging-horn&stage=as-left');
        self::assertGreaterThan(0, $done);
        self::assertLessThan($horns, $done);
        self::assertSame(0, $names('profile=paging-horn&segment=video'));
        $this->client->request('GET', self::JOB.'/devices?columns[]=serial&columns[]=hostname');
        $heads = fn (): array => $this->client
            ->getCrawler()
            ->filter('table.units thead th')
            ->each(static fn (Crawler $th): string => $th->text());
        self::assertSame(['Name', 'Serial number', 'Host name'], $heads());
        $this->client->request('GET', self::JOB.'/devices?profile=ptz-camera-rotary');
        self::assertSame(['Name', 'Serial number', 'Host name'], $heads(), 'they are remembered');
        self::assertSelectorNotExists('td.pick', 'who only looks changes nothing');
        $this->client->request('GET', self::JOB.'/devices.csv?q=KS-20-0021&profile=ptz-camera-rotary');
        self::assertSame("\u{FEFF}Name,Serial number,Host name\r\nBerth 1 camera,KS-20-0021,berth-1\r\n", $this->body());
    }

    public function testWhatIsSaidOfManyStandsOnce(): void
    {
        $this->as('ines');
        foreach (['ticket-1', 'ticket-2'] as $id) {
            $this->post(self::JOB.'/devices/'.$id, ['location' => '']);
        }
        $found = $this->client->request('GET', self::JOB)->filter('main .found:not(.of-day) li');
        $told = array_values(array_filter(
            $found->each(static fn (Crawler $li): string => $li->text()),
            static fn (string $text): bool => str_contains($text, 'dispatchable'),
        ));
        self::assertCount(1, $told);
        self::assertStringContainsString('Ticket window 1 has no dispatchable', $told[0]);
        self::assertStringContainsString('Also (2): Ticket window 2, Crew mess phone', $told[0]);
        self::assertCount(44, $found, 'and that of the two receivers; what differs in more than the name stays apart');
    }
}
