<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use Doctrine\DBAL\Exception\ForeignKeyConstraintViolationException;
use Vorhut\App\Entity\Change;
use Vorhut\App\Entity\PlanRecord;
use Vorhut\App\Entity\StoredEdits;
use Vorhut\App\Frame\JobNavigation;
use Vorhut\App\Plan\EditConflict;
use Vorhut\App\Plan\JobDigest;
use Vorhut\App\Plan\JobEditor;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Plan\JobStore;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Exchange\Upcaster;
use Vorhut\Core\Exchange\Upcasters;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\ExternalKind;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Location;
use Vorhut\Core\Job\Router;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Job\VoiceRoute;
use Vorhut\Core\Profile\DeviceProfile;
use Vorhut\Core\Profile\ProfileLibrary;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Json;

/** Change sets against the real database: whole or not at all, and reversible. */
final class JobEditorTest extends AppTestCase
{
    public function testRecordsOfAllListsComeAndGoTogether(): void
    {
        $job = $this->job();
        $before = JobFile::write($job);
        $change = $this->apply(
            new ChangeSet('Added a landing', [
                new Edit(Location::class, 'fourth', null, [
                    'id' => 'fourth',
                    'name' => 'Slip',
                    'dispatch' => 'Slip road 1',
                ]),
                new Edit(Segment::class, 'fourth', null, [
                    'id' => 'fourth',
                    'name' => 'Slip',
                    'subnets' => [['prefix' => '10.47.95.0/24', 'gateway' => '10.47.95.1']],
                ]),
                $job->edit(Router::class, 'core', [
                    'interfaces' => [...self::interfaces($job), ['segment' => 'fourth', 'address' => '10.47.95.1/24']],
                ]),
                new Edit(DeviceProfile::class, 'own', null, [
                    'id' => 'own',
                    'family' => 'phone',
                    'factory' => ['mode' => 'dhcp'],
                    'services' => ['udp/5060'],
                ]),
                new Edit(Device::class, 'fourth-phone', null, [
                    'id' => 'fourth-phone',
                    'profile' => 'own',
                    'location' => 'fourth',
                    'interfaces' => [['segment' => 'fourth', 'address' => '10.47.95.9/24', 'gateway' => '10.47.95.1']],
                ]),
                new Edit(Extension::class, '2999', null, [
                    'number' => '2999',
                    'device' => 'fourth-phone',
                    'server' => 'pbx',
                ]),
                new Edit(Intent::class, 'fourth', null, [
                    'id' => 'fourth',
                    'kind' => 'register',
                    'from' => ['device:fourth-phone'],
                    'to' => ['device:pbx'],
                ]),
            ]),
        );
        $after = $this->job();
        self::assertSame('Slip road 1', $after->placesOf($after->devices['fourth-phone']->location)[0]->dispatch);
        self::assertContains('fourth-phone', array_column($after->extensions, 'device'));
        $this->editor()->undo($this->em()->find(Change::class, $change) ?? throw new \LogicException(), $this->person('ines'));
        self::assertSame($before, JobFile::write($this->job()));
        self::assertSame(0, $this->em()->getRepository(PlanRecord::class)->count(['slug' => 'fourth-phone']), 'its record went with it');
    }

    /** One, two side by side in either order, two apart: each comes back to where it stood. */
    public function testRemovingAndUndoingBringsRecordsBackToTheirPlace(): void
    {
        $job = $this->job();
        $before = JobFile::write($job);
        foreach ([['horn-spare'], ['berth-5', 'hall-camera'], ['hall-camera', 'berth-5'], ['guest-1', 'horn-spare']] as $some) {
            $edits = array_map(static fn (string $id): Edit => new Edit(Device::class, $id, $job->record(Device::class, $id), null), $some);
            $change = $this->apply(new ChangeSet('Removed', $edits));
            self::assertCount(\count($job->devices) - \count($edits), $this->job()->devices);
            $this->editor()->undo($this->em()->find(Change::class, $change) ?? throw new \LogicException(), $this->person('ines'));
            self::assertSame($before, JobFile::write($this->job()), implode(', ', $some));
        }
    }

    /** Whatever is added, removed and undone: the database keeps the order that the core has. */
    public function testTheDatabaseAndTheCoreAgreeOnTheOrder(): void
    {
        mt_srand(7);
        $journal = [];
        for ($n = 0; $n < 40; ++$n) {
            $job = $this->job();
            if (0 === $n % 3 && [] !== $journal) {
                $entry = $this->em()->find(Change::class, array_pop($journal)) ?? throw new \LogicException();
                $expected = $job->with($entry->toChangeSet(Upcasters::shipped())->reversed('Back'));
                $this->editor()->undo($entry, $this->person('ines'));
            } else {
                $free = array_values(
                    array_filter(
                        array_keys($job->devices),
                        static fn (int|string $id): bool => str_starts_with((string) $id, 'ticket-1')
                            || str_starts_with((string) $id, 'new-')
                            || str_starts_with((string) $id, 'horn-s'),
                    ),
                );
                shuffle($free);
                $edits = array_map(
                    static fn (int|string $id): Edit => new Edit(
                        Device::class,
                        (string) $id,
                        $job->record(Device::class, (string) $id),
                        null,
                    ),
                    \array_slice($free, 0, mt_rand(0, 2)),
                );
                for ($new = mt_rand(0, 3); $new > 0; --$new) {
                    $id = 'new-'.$n.'-'.$new;
                    $edits[] = new Edit(Device::class, $id, null, ['id' => $id, 'profile' => 'generic-host']);
                }
                $edits = array_values(array_filter($edits, static fn (Edit $e): bool => 'ticket-1' !== $e->id));
                $change = new ChangeSet('Change '.$n, $edits);
                $expected = $job->with($change);
                $entry = $this->apply($change);
                $journal = [] === $edits ? $journal : [...$journal, $entry];
            }
            self::assertSame(array_keys($expected->devices), array_keys($this->job()->devices), 'change '.$n);
        }
    }

    /** An entry of a time when serials had another name can still be undone. */
    public function testAnEntryOfAnEarlierShapeIsUndone(): void
    {
        $job = $this->job();
        $edit = $job->edit(Device::class, 'berth-1', ['serial' => 'KS-20-1111']);
        $id = $this->apply(new ChangeSet('Changed', [$edit]));
        $rename = static fn (?array $record): array => array_combine(str_replace('serial', 'sn', array_keys($record ?? [])), $record ?? []);
        $old = Json::line([['devices', 'berth-1', $rename($edit->before), $rename($edit->after)]]);
        $this->em()->getConnection()->executeStatement('UPDATE journal SET edits = ?, shape = 0 WHERE id = ?', [$old, $id]);
        $upcaster = new class implements Upcaster {
            public function list(): string
            {
                return 'devices';
            }

            public function version(): int
            {
                return 1;
            }

            public function raise(array $record): array
            {
                return array_combine(str_replace('sn', 'serial', array_map(strval(...), array_keys($record))), $record);
            }
        };
        $change = $this->em()->find(Change::class, $id)?->toChangeSet(new Upcasters([$upcaster]));
        self::assertNotNull($change);
        self::assertEquals([$edit], $change->edits);
        $this->apply($change->reversed('Back'));
        self::assertSame($job->devices['berth-1']->serial, $this->job()->devices['berth-1']->serial);
    }

    /** The journal as the version before this wrote it. */
    public function testAJournalOfTheVersionBeforeIsUndone(): void
    {
        $edits = StoredEdits::decode((string) file_get_contents(__DIR__.'/data/journal-of-before.json'), Upcasters::shipped(), 1);
        $change = new ChangeSet('Changed', $edits);
        $job = $this->job();
        self::assertSame('KS-20-1111', $job->with($change)->devices['berth-1']->serial);
        self::assertSame(JobFile::write($job), JobFile::write($job->with($change)->with($change->reversed('Back'))));
    }

    /** Whatever goes past the editor: the database itself keeps what others name, in any job, and takes along what nobody does. */
    public function testTheDatabaseKeepsReferencesWhole(): void
    {
        $this->job();
        $connection = $this->em()->getConnection();
        $remove = static fn (string $list, string $slug): int|string => $connection->executeStatement(
            'DELETE FROM plan_record WHERE list = ? AND slug = ?',
            [$list, $slug],
        );
        self::assertSame(1, $remove('devices', 'horn-spare'));
        foreach ([['locations', 'pier'], ['segments', 'video'], ['devices', 'pbx'], ['devices', 'mic-station']] as [$list, $slug]) {
            try {
                $remove($list, $slug);
                self::fail($slug.' is gone');
            } catch (ForeignKeyConstraintViolationException) {
                self::assertSame(1, $this->number('SELECT COUNT(*) FROM plan_record WHERE list = ? AND slug = ?', $list, $slug));
            }
        }
    }

    public function testNothingIsWrittenWhenOneOfManyIsWrong(): void
    {
        $job = $this->job();
        $before = JobFile::write($job);
        foreach ([
            ['segment' => 'nowhere'],
            ['address' => '10.47.10.400/24'],
            ['colour' => 'grey'],
        ] as $values) {
            try {
                $this->apply(new ChangeSet('', [
                    $job->edit(Device::class, 'berth-1', ['name' => 'Changed']),
                    $job->editInterface(Device::class, 'berth-2', 0, $values),
                ]));
                self::fail('accepted');
            } catch (InvalidFile $e) {
                self::assertStringContainsString(array_key_first($values), $e->getMessage());
            }
            self::assertSame($before, JobFile::write($this->job()));
        }
        self::assertSame(0, $this->em()->getRepository(Change::class)->count([]));
    }

    public function testAnEditOfSomethingThatLooksDifferentByNowIsAConflict(): void
    {
        $job = $this->job();
        $stale = $job->edit(Device::class, 'berth-1', ['serial' => 'A']);
        $this->apply(new ChangeSet('First', [$job->edit(Device::class, 'berth-1', ['serial' => 'B'])]));
        try {
            $this->apply(new ChangeSet('Second', [$stale]));
            self::fail('overwrote');
        } catch (EditConflict $e) {
            self::assertStringContainsString('Ines Aldermoor changed Berth 1 camera', $e->getMessage());
        }
        $this->expectException(EditConflict::class);
        $this->expectExceptionMessage('no longer exists');
        $this->apply(new ChangeSet('Third', [new Edit(Device::class, 'ghost', ['id' => 'ghost', 'profile' => 'generic-host'], null)]));
    }

    /** A prefix of "0", made "00" since, is another one: undoing the first change would take the second with it. */
    public function testDigitsThatAreTheSameNumberAreNotTheSameText(): void
    {
        $job = $this->job();
        $route = (string) array_key_first($job->records['routes']);
        $this->apply(new ChangeSet('First', [$job->edit(VoiceRoute::class, $route, ['prefix' => '0'])]));
        $first = $this->job()->edit(VoiceRoute::class, $route, ['prefix' => '']);
        $this->apply(new ChangeSet('Second', [$this->job()->edit(VoiceRoute::class, $route, ['prefix' => '00'])]));
        $this->expectException(EditConflict::class);
        $this->apply(new ChangeSet('Undo of the first', [$first]));
    }

    /** What was wrong before a change is not what the change breaks: the plan can still be worked on, and mended. */
    public function testAPlanThatIsNotWholeMayStillBeWorkedOn(): void
    {
        $spoil = 'UPDATE plan_record SET record = REPLACE(record, ?, ?) WHERE job_id = ? AND list = ?';
        $words = ['"slot-1"', '"slot one"', $this->stored()->getId(), 'devices'];
        $this->em()->getConnection()->executeStatement($spoil, $words);
        $this->apply(new ChangeSet('Another', [$this->job()->edit(Device::class, 'berth-1', ['serial' => 'A'])]));
        self::assertSame('A', $this->job()->devices['berth-1']->serial);
        $this->expectException(InvalidFile::class);
        $this->expectExceptionMessage('slot-2 (Slot 2)');
        $wrong = [['slot' => 'slot two', 'module' => 'mobile']];
        $this->apply(new ChangeSet('Worse', [$this->job()->edit(Device::class, 'pbx', ['modules' => $wrong])]));
    }

    public function testTheOrderOfKeysIsNoChange(): void
    {
        $job = $this->job();
        $edit = $job->edit(Device::class, 'berth-1', ['serial' => 'A']);
        $turned = new Edit(Device::class, 'berth-1', array_reverse($edit->before ?? [], true), $edit->after);
        $this->apply(new ChangeSet('Turned', [$turned]));
        self::assertSame('A', $this->job()->devices['berth-1']->serial);
    }

    public function testIdsThatLookLikeNumbersStayTexts(): void
    {
        $text = Json::pretty([
            'format' => 'vorhut-job', 'version' => 1, 'job' => ['name' => 'Numbers'],
            'segments' => [['id' => '110', 'subnets' => [['prefix' => '10.47.1.0/24']]]],
            'devices' => [
                ['id' => '42', 'profile' => 'generic-host', 'interfaces' => [['segment' => '110', 'address' => '10.47.1.9/24']]],
                ['id' => '7', 'profile' => 'generic-host', 'interfaces' => [['segment' => '110', 'address' => '10.47.1.9/24']]],
            ],
            'voice' => ['extensions' => [['number' => '2001', 'device' => '42']]],
            'intents' => [['id' => '1', 'kind' => 'reach', 'from' => ['device:42'], 'to' => ['segment:110']]],
        ]);
        $library = self::getContainer()->get(ProfileLibrary::class);
        $store = self::getContainer()->get(JobStore::class);
        \assert($library instanceof ProfileLibrary && $store instanceof JobStore);
        $store->create(JobFile::read($text, $library), $this->person('ines'));
        self::assertSame($text, JobFile::write($this->job('numbers')));
        $this->as('ines');
        foreach (
            [
                '',
                '/networks',
                '/devices?sel=42',
                '/bench',
                '/bench/42',
                '/proof',
                '/proof?intent=1',
                '/find?q=2001',
                '/addresses',
            ] as $page
        ) {
            $this->client->request('GET', '/job/numbers'.$page);
            self::assertResponseIsSuccessful($page);
        }
    }

    public function testASegmentLeadsToTheInternetByItsForm(): void
    {
        $this->as('ines');
        $form = ['name' => 'Provider', 'prefix' => '198.51.100.0/29', 'gateway' => '198.51.100.1'];
        $this->post(self::JOB.'/networks', $form + ['external' => 'internet']);
        self::assertSame(ExternalKind::Internet, $this->job()->segments['provider']->external->kind);
        $this->client->request('GET', self::JOB.'/networks');
        self::assertSelectorTextContains('#provider', 'leads to the internet');
        $this->post(self::JOB.'/networks', $form + ['id' => 'provider', 'external' => '']);
        self::assertNull($this->job()->segments['provider']->external->kind);
        $this->post(self::JOB.'/networks', $form + ['id' => 'provider', 'external' => 'moon']);
        self::assertResponseStatusCodeSame(422);
        self::assertStringContainsString('one of internet, other-network', (string) $this->client->getResponse()->getContent());
    }

    public function testTheWayShowsHowFarTheWorkIs(): void
    {
        $reading = self::getContainer()->get(JobReading::class);
        \assert($reading instanceof JobReading);
        $states = static fn (JobDigest $digest): array => array_map(
            static fn (array $stop): array => [$stop['state'], $stop['done'], $stop['findings']],
            array_column(JobNavigation::stops($digest), null, 'id'),
        );
        self::assertSame(
            [
                'brief' => ['48 findings', true, 0],
                'networks' => ['12 segments', true, 9],
                'devices' => ['81, 3 without address', false, 17],
                'pairings' => ['37 pairings', false, 3],
                'bench' => ['48 of 81 configured', false, 4],
                'voice' => ['24 extensions', false, 6],
                'media' => ['6 streams', false, 8],
                'power' => ['2 racks', false, 1],
                'proof' => ['10 of 25 intents fail', false, 0],
                'hand-over' => ['not ready to sign', false, 0],
            ],
            $states($reading->digest($this->stored())),
        );
        self::assertSame(
            [
                'brief' => ['nothing open', true, 0],
                'networks' => ['2 segments', true, 0],
                'devices' => ['5', true, 0],
                'pairings' => ['1 pairing', true, 0],
                'bench' => ['5 of 5 configured', true, 0],
                'voice' => ['2 extensions', true, 0],
                'media' => ['none planned', false, 0],
                'power' => ['none planned', false, 0],
                'proof' => ['all 3 intents hold', true, 0],
                'hand-over' => ['ready', true, 0],
            ],
            $states($reading->digest($this->stored('skerry-slip'))),
        );
    }

    /** Applies as the lead and answers the journal entry's id. */
    private function apply(ChangeSet $change, ?int $seen = null): int
    {
        $this->em()->clear();
        $entry = $this->editor()->apply($this->stored(), $change, $this->person('ines'), $seen ?? $this->version())->getId();
        $this->em()->clear();

        return $entry;
    }

    private function editor(): JobEditor
    {
        $editor = self::getContainer()->get(JobEditor::class);
        \assert($editor instanceof JobEditor);

        return $editor;
    }

    /** @return list<mixed> */
    private static function interfaces(Job $job): array
    {
        $interfaces = $job->record(Router::class, 'core')['interfaces'] ?? [];

        return \is_array($interfaces) ? array_values($interfaces) : [];
    }
}
