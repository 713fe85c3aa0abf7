<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use Psr\Log\NullLogger;
use Symfony\Component\Cache\Adapter\ArrayAdapter;
use Symfony\Component\Cache\Adapter\NullAdapter;
use Symfony\Component\Cache\Adapter\PhpFilesAdapter;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobEditor;
use Vorhut\App\Plan\JobStore;
use Vorhut\App\Plan\PlanReader;
use Vorhut\App\Plan\PlanShelf;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Exchange\JobGenerator;
use Vorhut\Core\Exchange\Upcasters;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Record\Json;

/** What processes share of a plan is what a fresh read would give, whatever was changed since. */
final class PlanShelfTest extends AppTestCase
{
    private string $folder;

    protected function setUp(): void
    {
        parent::setUp();
        $this->folder = sys_get_temp_dir().'/vorhut-shelf-'.getmypid();
    }

    protected function tearDown(): void
    {
        (new PhpFilesAdapter('', 0, $this->folder))->clear();
        parent::tearDown();
    }

    /** @return iterable<string, array{callable(JobContext): Edit, int}> an edit, and how many parts are made anew for it at most */
    public static function edits(): iterable
    {
        $at = static fn (JobContext $context, int $place): string => (string) array_keys($context->job->devices)[$place];
        yield 'changed' => [static fn (JobContext $h): Edit => $h->job->edit(Device::class, $at($h, 200), ['serial' => 'K-1']), 1];
        yield 'removed' => [
            static fn (JobContext $h): Edit => new Edit(Device::class, $at($h, 299), $h->job->record(Device::class, $at($h, 299)), null),
            1,
        ];
        yield 'put in between' => [
            static fn (JobContext $h): Edit => (new Edit(Device::class, 'new-one', null, [
                ...($h->job->record(Device::class, $at($h, 9)) ?? []),
                'id' => 'new-one',
                'name' => 'New one',
                'interfaces' => [],
            ]))->behind($at($h, 8)),
            2,
        ];
        yield 'added last' => [
            static fn (JobContext $h): Edit => new Edit(Device::class, 'zz', null, [
                ...($h->job->record(Device::class, $at($h, 9)) ?? []),
                'id' => 'zz',
                'name' => 'Last',
                'interfaces' => [],
            ]),
            2,
        ];
    }

    /** @param callable(JobContext): Edit $edit */
    #[DataProvider('edits')]
    public function testWhatIsSharedIsWhatAFreshReadGives(callable $edit, int $fresh): void
    {
        $slug = $this->large();
        $index = new ArrayAdapter();
        $before = $this->read($index, $slug);
        self::assertEquals($this->fresh($slug), $before);
        $files = $this->files();

        $editor = self::getContainer()->get(JobEditor::class);
        \assert($editor instanceof JobEditor);
        $editor->apply($this->stored($slug), new ChangeSet('Edit', [$edit($before)]), $this->person('ines'), $before->revision);

        $after = $this->read($index, $slug);
        self::assertNotEquals($before->job->devices, $after->job->devices);
        self::assertEquals($this->fresh($slug), $after);
        self::assertSame(Json::line($this->fresh($slug)->job->records), Json::line($after->job->records), 'their order too');
        self::assertEquals($after, $this->read($index, $slug), 'from the shelf');
        $made = array_diff($this->files(), $files);
        self::assertNotEmpty($made);
        self::assertLessThanOrEqual($fresh, \count($made));
        self::assertLessThanOrEqual(\count($files) + 1, \count($this->files()), 'what is out of date is put away');
    }

    public function testASharedPlanAsksForNoRecords(): void
    {
        $slug = $this->large();
        $index = new ArrayAdapter();
        $stored = $this->stored($slug);
        $context = $this->read($index, $slug);
        $this->em()->getConnection()->executeStatement("UPDATE plan_record SET record = '{}' WHERE job_id = ?", [$stored->getId()]);
        self::assertEquals($context->job, $this->read($index, $slug)->job);
    }

    public function testAFileThatWasCutOffIsMadeAnew(): void
    {
        $slug = $this->large();
        $index = new ArrayAdapter();
        $context = $this->read($index, $slug);
        $file = $this->files()[0];
        file_put_contents($file, substr((string) file_get_contents($file), 0, 900));
        self::assertEquals($context, $this->read($index, $slug));
        self::assertGreaterThan(900, filesize($file));
    }

    public function testWhatIsNotCommittedIsNotShared(): void
    {
        $slug = $this->large();
        $index = new ArrayAdapter();
        $context = $this->read($index, $slug);
        $connection = $this->em()->getConnection();
        $connection->beginTransaction();
        $connection->executeStatement('UPDATE job SET revision = revision + 1 WHERE slug = ?', [$slug]);
        $connection->executeStatement("UPDATE plan_record SET record = JSON_SET(record, '$.serial', 'K-2') WHERE slug = 'dev-7'");
        self::assertSame('K-2', $this->read($index, $slug)->job->devices['dev-7']->serial);
        $connection->rollBack();
        $connection->executeStatement('UPDATE job SET revision = revision + 1 WHERE slug = ?', [$slug]);
        self::assertEquals($context->job, $this->read($index, $slug)->job);
    }

    public function testWhoReadLongAgoDoesNotReplaceWhatIsNewer(): void
    {
        $slug = $this->large();
        $index = new ArrayAdapter();
        $this->em()->getConnection()->executeStatement('UPDATE job SET revision = 3 WHERE slug = ?', [$slug]);
        $this->read($index, $slug);
        $shelf = new PlanShelf(new PhpFilesAdapter('', 0, $this->folder), $index, new NullLogger(), true);
        $shelf->put($this->stored($slug), 2, [], []);
        self::assertNotNull($shelf->take($this->stored($slug), 3));
    }

    public function testWhatStillComesInIsNotShared(): void
    {
        $slug = $this->large();
        $connection = $this->em()->getConnection();
        $connection->executeStatement('UPDATE job SET ready = 0 WHERE slug = ?', [$slug]);
        $index = new ArrayAdapter();
        $this->read($index, $slug);
        self::assertSame([null], array_values($index->getValues()));
        $connection->executeStatement('UPDATE job SET ready = 1 WHERE slug = ?', [$slug]);
        $this->read($index, $slug);
        self::assertNotSame([null], array_values($index->getValues()));
    }

    private function large(): string
    {
        $store = self::getContainer()->get(JobStore::class);
        \assert($store instanceof JobStore);
        $job = JobFile::read(Json::pretty((new JobGenerator(300, 3))->generate()), ShippedProfiles::load());

        return $store->create($job, $this->person('ines'))->getSlug();
    }

    private function read(ArrayAdapter $index, string $slug): JobContext
    {
        $this->em()->clear();
        $shelf = new PlanShelf(new PhpFilesAdapter('', 0, $this->folder), $index, new NullLogger(), true);

        return $this->plans($shelf)->read($this->stored($slug));
    }

    private function fresh(string $slug): JobContext
    {
        return $this->plans(new PlanShelf(new NullAdapter(), new NullAdapter(), new NullLogger()))->read($this->stored($slug));
    }

    private function plans(PlanShelf $shelf): PlanReader
    {
        return new PlanReader($this->em()->getConnection(), ShippedProfiles::load(), Upcasters::shipped(), $shelf);
    }

    /** @return list<string> */
    private function files(): array
    {
        $files = [];
        foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($this->folder, \FilesystemIterator::SKIP_DOTS)) as $file) {
            \assert($file instanceof \SplFileInfo);
            $files[] = $file->getPathname();
        }
        sort($files);

        return $files;
    }
}
