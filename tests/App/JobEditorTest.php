<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use Vorhut\App\Entity\Change;
use Vorhut\App\Entity\DevicePort;
use Vorhut\App\Plan\EditConflict;
use Vorhut\App\Plan\JobDigest;
use Vorhut\App\Plan\JobEditor;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Plan\JobStore;
use Vorhut\App\Plan\Way;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Collection;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Job;
use Vorhut\Core\JobFile\InvalidFile;
use Vorhut\Core\JobFile\JobFile;
use Vorhut\Core\JobFile\Json;
use Vorhut\Core\Profile\ProfileLibrary;

/** Change sets against the real database: whole or not at all, and reversible. */
final class JobEditorTest extends AppTestCase
{
    public function testRecordsOfAllListsComeAndGoTogether(): void
    {
        $job = $this->job();
        $before = JobFile::write($job);
        $change = $this->apply(new ChangeSet('Added a landing', [
            new Edit(Collection::Locations, 'fourth', null, ['id' => 'fourth', 'name' => 'Slip', 'dispatch' => 'Slip road 1']),
            new Edit(Collection::Segments, 'fourth', null, ['id' => 'fourth', 'name' => 'Slip', 'subnets' => [['prefix' => '10.47.95.0/24', 'gateway' => '10.47.95.1']]]),
            $job->edit(Collection::Routers, 'core', ['interfaces' => [...self::interfaces($job), ['segment' => 'fourth', 'address' => '10.47.95.1/24']]]),
            new Edit(Collection::Profiles, 'own', null, ['id' => 'own', 'family' => 'phone', 'factory' => ['mode' => 'dhcp'], 'services' => ['udp/5060']]),
            new Edit(Collection::Devices, 'fourth-phone', null, ['id' => 'fourth-phone', 'profile' => 'own', 'location' => 'fourth', 'interfaces' => [['segment' => 'fourth', 'address' => '10.47.95.9/24', 'gateway' => '10.47.95.1']]]),
            new Edit(Collection::Extensions, '2999', null, ['number' => '2999', 'device' => 'fourth-phone', 'server' => 'pbx']),
            new Edit(Collection::Intents, 'fourth', null, ['id' => 'fourth', 'kind' => 'register', 'from' => ['device:fourth-phone'], 'to' => ['device:pbx']]),
        ]));
        $after = $this->job();
        self::assertSame('Slip road 1', $after->placesOf($after->devices['fourth-phone']->location)[0]->dispatch);
        self::assertContains('fourth-phone', array_column($after->extensions, 'device'));
        $this->editor()->undo($this->em()->find(Change::class, $change) ?? throw new \LogicException(), $this->person('ines'));
        self::assertSame($before, JobFile::write($this->job()));
        self::assertSame(0, $this->em()->getRepository(DevicePort::class)->count(['address' => 0x0A2F5F09]), 'its port went with it');
    }

    public function testRemovingAndUndoingBringsTheRecordBack(): void
    {
        $job = $this->job();
        $record = $job->record(Collection::Devices, 'horn-spare');
        $change = $this->apply(new ChangeSet('Removed a horn', [new Edit(Collection::Devices, 'horn-spare', $record, null)]));
        self::assertArrayNotHasKey('horn-spare', $this->job()->devices);
        $this->editor()->undo($this->em()->find(Change::class, $change) ?? throw new \LogicException(), $this->person('ines'));
        self::assertEquals($record, $this->job()->record(Collection::Devices, 'horn-spare'));
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
                    $job->edit(Collection::Devices, 'berth-1', ['name' => 'Changed']),
                    $job->editInterface(Collection::Devices, 'berth-2', 0, $values),
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
        $stale = $job->edit(Collection::Devices, 'berth-1', ['serial' => 'A']);
        $this->apply(new ChangeSet('First', [$job->edit(Collection::Devices, 'berth-1', ['serial' => 'B'])]));
        try {
            $this->apply(new ChangeSet('Second', [$stale]));
            self::fail('overwrote');
        } catch (EditConflict $e) {
            self::assertStringContainsString('Ines Aldermoor changed Berth 1 camera', $e->getMessage());
        }
        $this->expectException(EditConflict::class);
        $this->expectExceptionMessage('not there any more');
        $this->apply(new ChangeSet('Third', [new Edit(Collection::Devices, 'ghost', ['id' => 'ghost', 'profile' => 'generic-host'], null)]));
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
        foreach (['', '/networks', '/devices?sel=42', '/bench', '/bench/42', '/proof', '/proof?intent=1', '/find?q=2001', '/addresses'] as $page) {
            $this->client->request('GET', '/job/numbers'.$page);
            self::assertResponseIsSuccessful($page);
        }
    }

    public function testTheWayShowsHowFarTheWorkIs(): void
    {
        $reading = self::getContainer()->get(JobReading::class);
        \assert($reading instanceof JobReading);
        $states = static fn (JobDigest $digest): array => array_map(static fn (array $stop): array => [$stop['state'], $stop['done'], $stop['findings']], array_column(Way::of($digest), null, 'id'));
        self::assertSame([
            'brief' => ['13 findings in all', true, 0],
            'networks' => ['8 segments', true, 4],
            'devices' => ['47, 3 without address', false, 8],
            'bench' => ['35 of 47 set up', false, 1],
            'proof' => ['7 of 11 fail', false, 0],
        ], $states($reading->digest($this->stored())));
        self::assertSame([
            'brief' => ['nothing open', true, 0],
            'networks' => ['2 segments', true, 0],
            'devices' => ['5', true, 0],
            'bench' => ['5 of 5 set up', true, 0],
            'proof' => ['all 3 hold', true, 0],
        ], $states($reading->digest($this->stored('skerry-slip'))));
    }

    /** Applies as the lead and answers the journal entry's id. */
    private function apply(ChangeSet $change): int
    {
        $this->em()->clear();
        $entry = $this->editor()->apply($this->stored(), $change, $this->person('ines'))->getId();
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
        $interfaces = $job->record(Collection::Routers, 'core')['interfaces'] ?? [];

        return \is_array($interfaces) ? array_values($interfaces) : [];
    }
}
