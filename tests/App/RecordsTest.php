<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use Symfony\Component\DomCrawler\Crawler;
use Vorhut\App\Web\RecordForm;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Job\Location;
use Vorhut\Core\Job\NetworkSwitch;

/** Any list of the plan, by the form that its declaration makes. */
final class RecordsTest extends AppTestCase
{
    public function testEveryListHasItsPageAndEveryRecordItsForm(): void
    {
        $this->as('ines');
        foreach ($this->job()->records as $list => $records) {
            $this->client->request('GET', self::JOB.'/records/'.$list);
            self::assertResponseIsSuccessful($list);
            self::assertSelectorTextContains('h1', ucfirst(Lists::named($list)->many));
            foreach ([array_key_first($records), '+'] as $id) {
                if (null !== $id) {
                    $this->client->request('GET', self::JOB.'/records/'.$list.'/'.$id);
                    self::assertResponseIsSuccessful($list.' '.$id);
                    self::assertSelectorExists('form.stack [name]');
                }
            }
        }
    }

    /** Whatever a record holds: a form that is sent as it came changes nothing. */
    public function testAFormSentAsItCameChangesNothing(): void
    {
        $this->as('ines');
        $before = JobFile::write($this->job());
        foreach ($this->job()->records as $list => $records) {
            foreach (\array_slice(array_keys($records), 0, 4) as $id) {
                $crawler = $this->client->request('GET', self::JOB.'/records/'.$list.'/'.$id);
                $this->client->submit($crawler->selectButton('Save')->form());
                self::assertSelectorTextContains('[role=alert]', 'Nothing to change', $list.' '.$id);
            }
        }
        self::assertSame($before, JobFile::write($this->job()));
    }

    public function testARecordIsAddedChangedAndRemoved(): void
    {
        $this->as('ines');
        $this->client->request('GET', self::JOB.'/records/locations/+');
        $this->client->submitForm('Save', ['name' => 'Slipway', 'within' => 'pier', 'dispatch' => 'Slip road 1']);
        self::assertResponseRedirects(self::JOB.'/records/locations/slipway');
        $record = ['id' => 'slipway', 'name' => 'Slipway', 'within' => 'pier', 'dispatch' => 'Slip road 1'];
        self::assertEquals($record, $this->job()->record(Location::class, 'slipway'), 'what was left as it came does not come up');
        $this->client->followRedirect();
        $this->client->submitForm('Save', ['dispatch' => 'Slip road 2']);
        self::assertSame('Slip road 2', $this->job()->locations['slipway']->dispatch);
        $this->client->followRedirect();
        $this->client->submitForm('Delete location');
        self::assertArrayNotHasKey('slipway', $this->job()->locations);
    }

    public function testWhatStandsInAnEmptyFormAnywayIsNotWrittenDown(): void
    {
        $typed = ['id' => 'x', 'profile' => 'generic-host', 'serial' => '', 'stage' => 'planned', 'interfaces' => [['mode' => 'static']]];
        $record = (new RecordForm($this->job()))->record(Lists::forType(Device::class)->type(), $typed, []);
        self::assertSame(['id' => 'x', 'profile' => 'generic-host'], $record);
        $typed['interfaces'][] = ['mode' => 'dhcp', 'segment' => 'video'];
        $record = (new RecordForm($this->job()))->record(Lists::forType(Device::class)->type(), $typed, []);
        self::assertEquals([['mode' => 'dhcp', 'segment' => 'video']], $record['interfaces'] ?? null);
    }

    public function testRowsInsideARecordAreAddedAndEmptied(): void
    {
        $this->as('ines');
        $rules = \count($this->job()->routers['core']->rules);
        $this->client->request('GET', self::JOB.'/records/routers/core');
        $this->client->submitForm('Save', ['routes[0][to]' => '10.99.0.0/16', 'routes[0][via]' => '10.47.1.2']);
        $core = $this->job()->routers['core'];
        self::assertContains('10.99.0.0/16', array_map(static fn ($r): string => (string) $r->to, $core->routes));
        self::assertCount($rules, $core->rules, 'the others are left alone');
    }

    public function testARecordIsMovedInItsListAndBack(): void
    {
        $this->as('ines');
        $ids = fn (): array => array_keys($this->job()->segments);
        $before = $ids();
        $page = $this->client->request('GET', self::JOB.'/records/segments/'.$before[2]);
        $this->client->submit($page->selectButton('Move up')->form());
        self::assertSame([$before[0], $before[2], $before[1]], \array_slice($ids(), 0, 3));
        $last = $this->number('SELECT MAX(id) FROM journal');
        $this->client->request('GET', self::JOB.'/journal/'.$last);
        self::assertSelectorTextContains('main', 'position in the list');
        $page = $this->client->request('GET', self::JOB.'/records/segments/'.$before[2]);
        $this->client->submit($page->selectButton('Move up')->form());
        self::assertSame([$before[2], $before[0], $before[1]], \array_slice($ids(), 0, 3));
        $page = $this->client->followRedirect();
        self::assertCount(0, $page->selectButton('Move up'), 'it stands first');
        $this->post(self::JOB.'/undo/'.$this->number('SELECT MAX(id) FROM journal'));
        $this->post(self::JOB.'/undo/'.$last);
        self::assertSame($before, $ids(), 'and back again');
        $page = $this->client->request('GET', self::JOB.'/records/segments/'.$before[0]);
        $this->client->submit($page->selectButton('Move down')->form());
        self::assertSame([$before[1], $before[0], $before[2]], \array_slice($ids(), 0, 3));
    }

    /** Rows come in the order in which they stand on the page, each with what it held before. */
    public function testRowsInsideARecordAreReorderedAndSayWhatTheyDecide(): void
    {
        $this->as('ines');
        $rules = array_map(strval(...), $this->job()->routers['core']->rules);
        $page = $this->client->request('GET', self::JOB.'/records/routers/core');
        self::assertSelectorTextContains('main', 'matches');
        $values = $page->selectButton('Save')->form()->getPhpValues();
        $rows = \is_array($values['rules']) ? $values['rules'] : [];
        $values['rules'] = [1 => $rows[1], 0 => $rows[0]] + $rows;
        unset($values['rules'][2]);
        $this->post(self::JOB.'/records/routers/core', $values);
        $now = array_map(strval(...), $this->job()->routers['core']->rules);
        self::assertSame([$rules[1], $rules[0], ...\array_slice($rules, 3)], $now);
        $values['rules'] = [['action' => 'deny', 'from' => '10.47.90.0/24', 'to' => 'any', 'protocol' => 'any', 'ports' => 'any']] + $rows;
        $values['routes'] = [['to' => '10.99.0.0/16', 'via' => '10.47.20.77'], ['to' => '10.98.0.0/16', 'via' => '192.0.2.1']];
        unset($values['version']);
        $this->post(self::JOB.'/records/routers/core', $values);
        $this->client->request('GET', self::JOB.'/records/routers/core');
        self::assertSelectorTextContains('main', 'shadowed by rule 1');
        self::assertSelectorTextContains('main', 'No device in Video has 10.47.20.77');
        self::assertSelectorTextContains('main', 'The next hop 192.0.2.1 is in none of its subnets');
    }

    public function testAKindOfOnesOwnIsMadeLikeOneThatIsThereAndCheckedAsItIsTyped(): void
    {
        $this->as('ines');
        $page = $this->client->request('GET', self::JOB.'/records/profiles');
        $page = $this->client->click($page->selectLink('Paging horn')->link());
        $form = $page->selectButton('Save')->form();
        $shipped = $this->job()->profiles->get('paging-horn');
        self::assertSame((string) $shipped->bootSeconds, $form->getValues()['bootSeconds']);
        $values = ['name' => 'Loud horn', 'bootSeconds' => '7777'] + $form->getPhpValues();
        $this->post(self::JOB.'/records/profiles/+/check', $values);
        self::assertSelectorTextContains('[role=alert]', '3600');
        self::assertFalse($this->job()->profiles->has('loud-horn'), 'a check changes nothing');
        $this->post(self::JOB.'/records/profiles/+/check', ['bootSeconds' => '33'] + $values);
        self::assertStringContainsString('● valid', $this->body());
        $this->post(self::JOB.'/records/profiles/+', ['bootSeconds' => '33'] + $values);
        $own = $this->job()->profiles->get('loud-horn');
        self::assertSame([33, $shipped->family, $shipped->watts], [$own->bootSeconds, $own->family, $own->watts]);
        self::assertEquals($shipped->services, $own->services);
    }

    public function testAKindLikeAnotherHasAllThatThatHas(): void
    {
        $this->as('ines');
        $page = $this->client->request('GET', self::JOB.'/records/profiles/+?like=desk-phone-keypad');
        $this->post(self::JOB.'/records/profiles/+', ['name' => 'Quay phone'] + $page->selectButton('Save')->form()->getPhpValues());
        $profiles = $this->job()->profiles;
        $like = $profiles->get('desk-phone-keypad');
        self::assertCount(1, $like->keypads);
        $named = ['id' => 'quay-phone', 'name' => 'Quay phone'];
        self::assertEquals($named + get_object_vars($like), get_object_vars($profiles->get('quay-phone')));
    }

    public function testATechnicianChangesAllOfADeviceAndNothingOfANetwork(): void
    {
        $this->as('tomas');
        $this->client->request('GET', self::JOB.'/records/devices/mic-station');
        $this->client->submitForm('Save', ['settings' => "poll-list = 10.47.60.33-40\nslot = 2"]);
        self::assertSame(['10.47.60.33-40'], $this->job()->devices['mic-station']->settingList('poll-list'));
        foreach (['', '/move', '/remove', '/check'] as $what) {
            $this->post(self::JOB.'/records/segments/video'.$what, ['name' => 'x', 'to' => 'up']);
            self::assertSame(403, $this->code(), $what);
        }
    }

    public function testWhatIsWrongInARowIsSaidThere(): void
    {
        $this->as('ines');
        $this->client->request('GET', self::JOB.'/records/routers/core');
        $this->client->submitForm('Save', ['rules[1][from]' => '10.47.20.7/24']);
        self::assertSame(422, $this->code());
        $said = $this->client->getCrawler()->filter('label [role=alert]');
        self::assertCount(1, $said, 'at one field');
        self::assertStringContainsString('10.47.20.0/24', $said->text());
        self::assertCount(1, $said->closest('label')?->filter('[name="rules[1][from]"][aria-invalid=true]') ?? []);
    }

    public function testPlacesStandInsideEachOtherAndTellTheAddressOfThoseAround(): void
    {
        $this->as('ines');
        $page = $this->client->request('GET', self::JOB);
        $rows = $page->filter('tbody tr')->each(static fn (Crawler $tr): string => (string) preg_replace('/\s+/', ' ', $tr->text()));
        $hall = array_values(array_filter($rows, static fn (string $r): bool => str_starts_with($r, 'Waiting hall')));
        self::assertStringContainsString('inherited: Northpier road 1, main terminal', $hall[0] ?? '');
        $this->client->click($page->selectLink('add inside Waiting hall')->link());
        self::assertSelectorExists('select[name=within] option[value=waiting-hall][selected]');
        $this->client->submitForm('Save', ['name' => 'Kiosk corner']);
        self::assertSame('waiting-hall', $this->job()->locations['kiosk-corner']->within);
    }

    /** Wherever a value stands in the record, its form says at its field what is wrong with it. */
    public function testWhatIsWrongIsSaidAtTheFieldOfEveryForm(): void
    {
        $this->as('ines');
        $at = fn (): array => $this->client
            ->getCrawler()
            ->filter('[aria-invalid=true]')
            ->each(static fn (Crawler $f): ?string => $f->attr('name'));
        $this->client->request('GET', self::JOB.'/networks?edit=video');
        $this->client->submitForm('Save', ['gateway' => '10.47.99.1']);
        self::assertSame(['gateway'], $at());
        $this->client->request('GET', self::JOB.'/networks?edit=video');
        $this->client->submitForm('Save', ['dns' => '10.47.10.5, nobody']);
        self::assertSame(['dns'], $at(), 'one of several');
        $this->client->request('GET', self::JOB.'/devices?sel=berth-1');
        $this->client->submitForm('Save', ['gateway' => '10.47.20.300', 'serial' => 'kept']);
        self::assertSame(['gateway'], $at());
        self::assertInputValueSame('serial', 'kept');
        $this->client->request('GET', self::JOB.'/facts');
        $this->client->submitForm('Save', ['name' => str_repeat('x', 121)]);
        self::assertSame(['name'], $at());
    }

    public function testWhatIsWrongIsSaidAndKept(): void
    {
        $this->as('ines');
        $this->client->request('GET', self::JOB.'/records/segments/video');
        $this->client->submitForm('Save', ['vlan' => '9999']);
        self::assertSame(422, $this->code());
        self::assertSelectorTextContains('[role=alert]', '4094');
        self::assertInputValueSame('vlan', '9999');
        self::assertSame(120, $this->job()->segments['video']->vlan);
        $this->as('tomas');
        $this->post(self::JOB.'/records/segments/video', ['vlan' => '99']);
        self::assertSame(403, $this->code());
    }

    public function testWhatIsSeldomNeededIsFoldedAndRowsStandUnderOneHeading(): void
    {
        $this->as('ines');
        $page = $this->client->request('GET', self::JOB.'/records/routers/core');
        $interfaces = $page->filter('fieldset:contains("Interfaces")')->first();
        self::assertStringContainsString('table columns-4', (string) $interfaces->attr('class'));
        self::assertSame(
            ['Segment', 'Address', 'Switch and port', 'Cable length, m'],
            $interfaces->filter('[data-row]')->first()->children('.fields')->children('label')->each(
                static fn (Crawler $l): string => $l->filter('.named')->text(),
            ),
        );
        self::assertSelectorExists('details.seldom [name="interfaces[0][multicast]"]');
        self::assertSelectorExists('details.one-more details.seldom [name="interfaces[8][mac]"]', 'the same in a new one');
        $this->client->submitForm('Save', ['interfaces[0][plug][metres]' => '7', 'interfaces[1][multicast]' => '1']);
        $core = $this->job()->routers['core'];
        self::assertSame([7.0, true], [$core->interfaces[0]->plug->metres, $core->interfaces[1]->multicast]);
        $page = $this->client->followRedirect();
        self::assertCount(0, $page->filter('details.seldom [name="interfaces[0][multicast]"]'), 'one of them has it, so all show it');
    }

    public function testARefusedFieldIsNotHidden(): void
    {
        $this->as('ines');
        $this->client->request('GET', self::JOB.'/records/routers/core');
        $this->client->submitForm('Save', ['interfaces[0][relay]' => 'nowhere']);
        self::assertSame(422, $this->code());
        $field = $this->client->getCrawler()->filter('[name="interfaces[0][relay]"]');
        self::assertCount(0, $field->closest('details.seldom') ?? new Crawler());
        self::assertStringContainsString('Allowed is', (string) $field->closest('label')?->text());
    }

    public function testOfManyRecordsOneTypesAPartOfTheName(): void
    {
        $this->as('ines');
        $page = $this->client->request('GET', self::JOB.'/records/extensions/2010');
        $device = $page->filter('input[name=device]');
        self::assertSame(['names-devices', 'Control room phone 1'], [$device->attr('list'), $device->attr('value')]);
        $base = (string) $page->filter('form.record')->attr('data-names');
        $this->client->request('GET', $base.'/devices?q=berth');
        $names = json_decode((string) $this->client->getResponse()->getContent(), true, 8, \JSON_THROW_ON_ERROR);
        self::assertIsArray($names);
        self::assertContains('Berth 1 camera', $names);
        $this->client->request('GET', $base.'/nothing');
        self::assertSame(404, $this->code());
        $this->client->request('GET', self::JOB.'/records/extensions/2010');
        $this->client->submitForm('Save', ['device' => 'ticket window 1', 'otherwise' => '2000 Reception']);
        $extension = $this->job()->extensions['2010'];
        self::assertSame(['ticket-1', 'extension:2000'], [$extension->device, (string) $extension->otherwise]);
        $this->client->request('GET', self::JOB.'/records/extensions/2010');
        $this->client->submitForm('Save', ['device' => 'Tiket window 1']);
        self::assertSame(422, $this->code());
        self::assertSelectorTextContains('main', 'Did you mean Ticket window 1?');
        self::assertInputValueSame('device', 'Tiket window 1', 'what was typed is not lost');
    }

    public function testASerialIsFoundInWhateverJobItStands(): void
    {
        $this->as('vera');
        $device = $this->job('skerry-slip')->devices['slip-horn'] ?? array_values($this->job('skerry-slip')->devices)[0];
        $mac = (string) ($device->interfaces[0]->mac ?? null);
        foreach ([$device->serial, $mac, strtolower(str_replace('-', '', $mac)), (string) $device->primaryAddress()?->address] as $asked) {
            self::assertNotSame('', (string) $asked);
            $this->client->request('GET', self::JOB.'/find?q='.$asked);
            self::assertSelectorTextContains('main', 'In other jobs');
            self::assertSelectorTextContains('main', 'Skerry Slip · Kestrel Sound Ferries, Skerry Slip');
            self::assertSelectorExists('main a[href="/job/skerry-slip/devices?sel='.$device->id.'"]', (string) $asked);
        }
        $this->client->request('GET', '/job/skerry-slip/find?q='.$device->serial);
        self::assertSelectorTextNotContains('main', 'In other jobs', 'it stands here');
        $this->client->request('GET', self::JOB.'/find?q=%25lip');
        self::assertSelectorTextNotContains('main', 'In other jobs', 'a percent sign is no wildcard');
    }

    public function testTheFactsOfTheJobAreChangedAndUndone(): void
    {
        $this->as('ines');
        $page = $this->client->request('GET', self::JOB.'/facts');
        $typed = ['name' => 'Kestrel Sound, winter', 'timezone' => 'Europe/Lisbon', 'notes' => "Ring first.\nTwice."];
        $form = $page->selectButton('Save')->form($typed);
        $this->client->submit($form, [], ['HTTP_ORIGIN' => 'http://localhost']);
        $this->client->followRedirect();
        self::assertSelectorTextContains('h1', 'Kestrel Sound, winter');
        self::assertSelectorTextContains('main', 'Twice.');
        $job = $this->job();
        self::assertSame(['Kestrel Sound, winter', 'Europe/Lisbon'], [$job->info->name, $job->info->timezone]);
        self::assertSame('Europe/Lisbon', $this->stored()->getTimezone()->getName(), 'in the list of jobs and for times too');
        $this->client->request('GET', '/');
        self::assertSelectorTextContains('main', 'Kestrel Sound, winter');

        $this->client->request('GET', self::JOB.'/journal/'.$this->number('SELECT MAX(id) FROM journal'));
        self::assertSelectorTextContains('main', 'Europe/Oslo');
        $this->post(self::JOB.'/undo/'.$this->number('SELECT MAX(id) FROM journal'));
        self::assertSame('Europe/Oslo', $this->job()->info->timezone);
        self::assertSame('Kestrel Sound Ferries', $this->stored()->getName());
    }

    public function testFactsKeepWhatWasTypedUntilItIsRightAndYieldToWhoWasFirst(): void
    {
        $this->as('ines');
        $page = $this->client->request('GET', self::JOB.'/facts');
        $form = $page->selectButton('Save')->form(['name' => '']);
        $this->client->submit($form, [], ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertSame(422, $this->code());
        self::assertSelectorTextContains('main', 'Name');

        $mine = $page->selectButton('Save')->form(['client' => 'Mine']);
        $theirs = $page->selectButton('Save')->form(['client' => 'Theirs']);
        $this->client->submit($theirs, [], ['HTTP_ORIGIN' => 'http://localhost']);
        $this->client->submit($mine, [], ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertSame(422, $this->code());
        self::assertStringContainsString('Somebody else changed the job details', $this->body());
        self::assertStringContainsString('value="Mine"', $this->body());
        self::assertSame('Theirs', $this->job()->info->client);
        foreach (['tomas', 'vera'] as $who) {
            $this->as($who);
            $this->client->request('GET', self::JOB.'/facts');
            self::assertSame(403, $this->code());
        }
    }

    public function testAnotherOneLikeOneThatIsThere(): void
    {
        $this->as('ines');
        $page = $this->client->request('GET', self::JOB.'/records/devices/berth-1');
        $page = $this->client->click($page->selectLink('Duplicate')->link());
        $form = $page->selectButton('Save')->form();
        $values = $form->getValues();
        self::assertSame(['', 'ptz-camera-rotary'], [$values['serial'], $values['profile']]);
        self::assertSame(['', '', '10.47.20.1'], array_map(
            static fn (string $key): mixed => $values['interfaces[0]['.$key.']'],
            ['mac', 'address', 'gateway'],
        ));
        $form->setValues(['name' => 'Berth 9 camera', 'interfaces[0][address]' => '10.47.20.99/24']);
        $this->client->submit($form, [], ['HTTP_ORIGIN' => 'http://localhost']);
        $device = $this->job()->devices['berth-9-camera'];
        self::assertSame(['Berth 9 camera', '10.47.20.99/24'], [$device->name, (string) $device->primaryAddress()]);
        self::assertNull($device->serial);
    }

    /** Modules are chosen from what the kind of the unit has; words that are none of these are refused and say which there are. */
    public function testModulesAreChosenFromTheKind(): void
    {
        $this->as('ines');
        $page = $this->client->request('GET', self::JOB.'/records/devices/pbx');
        $slots = $page->filter('select[name="modules[0][slot]"] option')->each(static fn (Crawler $o): string => $o->text());
        self::assertSame(['', 'Slot 1', 'Slot 2'], $slots);
        self::assertStringContainsString('Analogue line module (FXO)', $page->filter('select[name="modules[2][module]"]')->text());
        $form = $page->selectButton('Save')->form();
        $this->client->submit($form, ['modules[0][module]' => 'analogue-line']);
        self::assertSame(['analogue-line', 'mobile'], array_column($this->job()->devices['pbx']->modules, 'module'));
        $modules = ['modules' => [['slot' => 'slot 1', 'module' => 'analogue']]];
        $this->post(self::JOB.'/records/devices/pbx', $modules);
        self::assertResponseStatusCodeSame(422);
        self::assertStringContainsString('slot-1 (Slot 1)', $this->client->getCrawler()->text());
        self::assertSame(['analogue-line', 'mobile'], array_column($this->job()->devices['pbx']->modules, 'module'));
    }

    /** Names, words, days and ranges as people write them; what is shown is understood, and nothing is asked by its id alone. */
    public function testWhatPeopleWriteIsUnderstood(): void
    {
        $this->as('ines');
        $this->post(self::JOB.'/records/switches/+', [
            'name' => 'Slip switch',
            'location' => 'Comms room',
            'poeBudgetWatts' => '95,5',
            'ports' => [
                ['name' => '1-8', 'mbps' => '1000', 'untagged' => 'Video'],
                ['name' => 'up', 'tagged' => 'Voice, Northpier; Video'],
            ],
        ]);
        self::assertResponseRedirects(self::JOB.'/records/switches/slip-switch');
        $page = $this->client->followRedirect();
        self::assertSame('10', $page->filter('[name=poeReservePercent]')->attr('placeholder'), 'what holds where it is left empty');
        $switch = $this->job()->record(NetworkSwitch::class, 'slip-switch') ?? [];
        self::assertSame(['comms-room', 95.5], [$switch['location'] ?? null, $switch['poeBudgetWatts'] ?? null]);
        $ports = \is_array($switch['ports'] ?? null) ? $switch['ports'] : [];
        self::assertSame(['1', '2', '3', '4', '5', '6', '7', '8', 'up'], array_column($ports, 'name'));
        self::assertSame(array_fill(0, 8, 'video'), array_column($ports, 'untagged'));
        self::assertSame([['voice-n', 'video']], array_column($ports, 'tagged'));
        $this->post(self::JOB.'/records/switches/slip-switch', ['ports' => [['name' => '1-2']]]);
        $ports = $this->job()->record(NetworkSwitch::class, 'slip-switch')['ports'] ?? null;
        $names = array_column(\is_array($ports) ? $ports : [], 'name');
        self::assertSame(['1-2'], $names, 'a port that stands keeps the name it is given');
        $page = $this->client->request('GET', self::JOB.'/records/switches/+');
        self::assertSame('1 or 1-24', $page->filter('[name="ports[0][name]"]')->attr('placeholder'));
        self::assertSame('11', $page->filter('[name="ports[0][name]"]')->attr('size'), 'as wide as what is usual');
        $page = $this->client->request('GET', self::JOB.'/records/routers/core');
        $port = $page->filter('[name="interfaces[0][plug][to]"]');
        self::assertSame('Comms room switch / router', $port->attr('value'));
        self::assertSame('28', $port->attr('size'), 'as wide as what stands in it');
        $page = $this->client->request('GET', self::JOB.'/records/switches/sw-core');
        self::assertStringStartsWith('Voice, Northpier; Video; ', $page->filter('textarea[name="ports[26][tagged]"]')->text());
        $page = $this->client->request('GET', self::JOB.'/records/switches');
        self::assertSelectorTextContains('main table', 'Comms room');
        self::assertStringNotContainsString('comms-room', $page->filter('main table')->text());

        $this->post(self::JOB.'/records/hours/office', [
            'open' => [['days' => 'Mon-Fri', 'from' => '07:00', 'until' => '18:00']],
            'holidays' => '24.12.2026, 1 January 2027',
        ]);
        $page = $this->client->request('GET', self::JOB.'/records/hours/office');
        self::assertSame('Monday – Friday', $page->filter('[name="open[0][days]"]')->attr('value'));
        self::assertSame('2026-12-24, 2027-01-01', $page->filter('[name=holidays]')->attr('value'));

        $interfaces = [['name' => 'lan', 'plug' => ['to' => 'Comms room switch / 26']]];
        $this->post(self::JOB.'/records/devices/berth-1', ['interfaces' => $interfaces]);
        $page = $this->client->request('GET', self::JOB.'/records/devices/berth-1');
        self::assertSame('Comms room switch / 26', $page->filter('[name="interfaces[0][plug][to]"]')->attr('value'));
        $this->post(self::JOB.'/records/devices/berth-1', ['interfaces' => [['name' => 'lan', 'plug' => ['to' => 'Attic switch / 3']]]]);
        self::assertResponseStatusCodeSame(422);
        self::assertSame('Attic switch / 3', $this->client->getCrawler()->filter('[name="interfaces[0][plug][to]"]')->attr('value'));
    }

    /** What is refused is said in the words of the screen, at its field; nothing that was typed is lost. */
    public function testUnknownNamesAreRefusedInWords(): void
    {
        $this->as('ines');
        $typed = ['name' => 'Slip switch', 'ports' => [['name' => '1', 'tagged' => 'Vidio'], ['name' => '2', 'untagged' => 'Nobody']]];
        $this->post(self::JOB.'/records/switches/+', $typed);
        self::assertResponseStatusCodeSame(422);
        $page = $this->client->getCrawler();
        $said = implode(' ', $page->filter('[role=alert]')->each(static fn (Crawler $c): string => $c->text()));
        self::assertStringContainsString(
            'Ports 1 Tagged segments: "Vidio" was given; allowed is the name of a segment of this job. Did you mean Video?',
            $said,
        );
        self::assertStringContainsString('Ports 2 Untagged segment: "Nobody" was given', $said);
        self::assertSame('Vidio', $page->filter('[name="ports[0][tagged]"]')->attr('value'));
        $this->post(self::JOB.'/records/routes/+', ['name' => 'Out', 'direction' => 'out']);
        self::assertSelectorTextContains('[role=alert]', 'Digit map: nothing was given');
        $this->post(self::JOB.'/records/switches/+', ['name' => 'X', 'poeBudgetWatts' => '1,500']);
        self::assertSelectorTextContains('[role=alert]', 'Write 1500 or 1.500.');
    }

    public function testARowIsKeptWhereOnlySomethingInsideItWasTyped(): void
    {
        $this->as('ines');
        $interfaces = [['name' => 'lan'], ['plug' => ['to' => 'Comms room switch / 25', 'category' => 'cat5e']], ['plug' => ['to' => '']]];
        $this->post(self::JOB.'/records/devices/berth-1', ['interfaces' => $interfaces]);
        self::assertResponseStatusCodeSame(422);
        self::assertSame('Comms room switch / 25', $this->client->getCrawler()->filter('[name="interfaces[1][plug][to]"]')->attr('value'));
    }

    public function testAListSaysHowManyThereAreInWords(): void
    {
        $this->as('ines');
        foreach (['switches' => '3 switches', 'hours' => '1 set of opening hours', 'trunks' => '2 trunks'] as $list => $said) {
            $this->client->request('GET', self::JOB.'/records/'.$list);
            self::assertSelectorTextContains('.head small', $said);
        }
    }
}
