<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\DriverManager;
use PHPUnit\Framework\TestCase;
use Psr\Log\NullLogger;
use Symfony\Component\Cache\Adapter\NullAdapter;
use Symfony\Component\Process\Process;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Plan\PlanReader;
use Vorhut\App\Plan\PlanRecords;
use Vorhut\App\Plan\PlanShelf;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Exchange\Upcasters;
use Vorhut\Tests\Support\Jobs;

/** The move to one table for plan records, with the jobs, journal and runs of the version before: there, back, and there again. */
final class MigrationTest extends TestCase
{
    private const BEFORE = 'Vorhut\Migrations\Version20261124010000';
    private const AFTER = 'Vorhut\Migrations\Version20261125000000';
    private const DATABASE = 'vorhut_test_move';

    private const OLD_ROWS = [
        'devices' => 'SELECT d.job_id, d.slug, d.position, d.record, d.name, d.profile, d.serial, d.hostname, l.slug AS place'
            .' FROM device d LEFT JOIN location l ON l.id = d.location_id ORDER BY d.job_id, d.position',
        'ports' => 'SELECT d.job_id, d.slug, p.mac, p.address, s.slug AS segment FROM device_port p'
            .' JOIN device d ON d.id = p.device_id LEFT JOIN segment s ON s.id = p.segment_id ORDER BY d.job_id, d.slug, p.mac',
        'routers' => 'SELECT o.slug, o.record, s.slug AS segment FROM router o JOIN router_segment i ON i.router_id = o.id'
            .' JOIN segment s ON s.id = i.segment_id ORDER BY o.slug, s.slug',
        'extensions' => 'SELECT e.slug, e.record, d.slug AS device, s.slug AS server FROM extension e'
            .' LEFT JOIN device d ON d.id = e.device_id LEFT JOIN device s ON s.id = e.server_id ORDER BY e.job_id, e.position',
        'segments' => 'SELECT job_id, slug, record, name, vlan FROM segment ORDER BY job_id, position',
        'intents' => 'SELECT job_id, slug, record, kind FROM intent ORDER BY job_id, position',
        'bench' => 'SELECT b.step, b.note, d.slug FROM bench_record b JOIN device d ON d.id = b.device_id',
        'journal' => 'SELECT title, edits FROM journal',
        'imports' => 'SELECT job_id, status, message, device_list FROM import_run',
        'sweeps' => 'SELECT addresses, vantage, answers, status FROM sweep_run',
        'tests' => 'SELECT intent, pair, on_site, cell FROM test_run',
    ];

    private Connection $database;

    protected function setUp(): void
    {
        $this->console('doctrine:database:drop', '--force', '--if-exists');
        $this->console('doctrine:database:create');
        $this->console('doctrine:migrations:migrate', self::BEFORE);
        $this->database = DriverManager::getConnection([
            'driver' => 'pdo_mysql',
            'dbname' => self::DATABASE.'_test'.getenv('TEST_TOKEN'),
            'user' => 'vorhut',
            'password' => 'vorhut',
            'unix_socket' => \dirname(__DIR__, 2).'/var/test-db/mariadb.sock',
            'charset' => 'utf8mb4',
        ]);
        $this->database->executeStatement('SET FOREIGN_KEY_CHECKS = 0');
        $this->database->executeStatement((string) file_get_contents(__DIR__.'/data/before-one-table.sql'));
        $this->database->close();
    }

    protected function tearDown(): void
    {
        $this->database->close();
        $this->console('doctrine:database:drop', '--force');
    }

    public function testEverythingComesAlongAndBack(): void
    {
        $before = $this->oldRows();
        self::assertCount(52, $before['devices']);
        $this->console('doctrine:migrations:migrate', self::AFTER);
        $this->assertNewShape();
        $this->console('doctrine:migrations:migrate', self::BEFORE);
        $after = $this->oldRows();
        // What was still on its way cannot be taken up again.
        self::assertSame('1 new.', $after['imports'][0]['message']);
        self::assertSame($before, $after);
        $this->console('doctrine:migrations:migrate', self::AFTER);
        $this->assertNewShape();
    }

    private function assertNewShape(): void
    {
        $job = $this->read('kestrel-sound-ferries');
        $demo = (string) file_get_contents(__DIR__.'/data/before-one-table.json');
        self::assertSame(str_replace('KS-20-0021', 'KS-20-1111', $demo), JobFile::write($job->job));
        $moved = $this->references(1);
        self::assertGreaterThan(100, \count($moved));
        // The same job, stored anew, refers to the same.
        $this->database->executeStatement('INSERT INTO job (slug, name, client, timezone, frame, created_at, revision, ready, field_ranges)'
            ." SELECT 'again', name, client, timezone, frame, created_at, 1, 1, '' FROM job WHERE id = 1");
        $again = $this->stored('again');
        (new PlanRecords($this->database))->create($again, $job->job, null, new \DateTimeImmutable('2026-11-25'));
        self::assertSame($this->references($again->getId()), $moved);
        $this->database->executeStatement(
            'DELETE FROM plan_reference WHERE from_id IN (SELECT id FROM plan_record WHERE job_id = ?)',
            [$again->getId()],
        );
        $this->database->executeStatement('DELETE FROM job WHERE id = ?', [$again->getId()]);
        self::assertSame('berth-4', $this->one('SELECT r.slug FROM bench_record b JOIN plan_record r ON r.id = b.device_id'));
        self::assertSame('024700002015', $this->one("SELECT mac_1 FROM plan_record WHERE slug = 'berth-1'"));
        self::assertSame('10.47.20.21', $this->one("SELECT address_1 FROM plan_record WHERE slug = 'berth-1'"));
        $sweep = $this->one("SELECT task FROM run WHERE kind = 'sweep'");
        self::assertJsonStringEqualsJsonString('{"addresses":["10.47.60.32","10.47.60.33"],"vantage":"mic-station"}', $sweep);
        self::assertStringContainsString('on its way', $this->one("SELECT message FROM run WHERE kind = 'test'"));
    }

    private function read(string $slug): \Vorhut\App\Plan\JobContext
    {
        $shelf = new PlanShelf(new NullAdapter(), new NullAdapter(), new NullLogger());

        $reader = new PlanReader($this->database, ShippedProfiles::load(), Upcasters::shipped(), $shelf);

        return $reader->read($this->stored($slug));
    }

    private function stored(string $slug): StoredJob
    {
        $row = $this->database->fetchAssociative('SELECT id, name, client, timezone, frame FROM job WHERE slug = ?', [$slug]);
        self::assertIsArray($row);
        [$id, $name, $client, $timezone, $frame] = array_values($row);
        self::assertTrue(\is_int($id) && \is_string($name) && \is_string($client) && \is_string($timezone) && \is_string($frame));
        $stored = new StoredJob(
            slug: $slug,
            name: $name,
            client: $client,
            timezone: $timezone,
            frame: $frame,
            createdAt: new \DateTimeImmutable('2026-11-25'),
        );
        (new \ReflectionProperty($stored, 'id'))->setValue($stored, $id);

        return $stored;
    }

    /** @return list<string> who names whom in a job */
    private function references(int $job): array
    {
        $sql = "SELECT CONCAT(a.list, ' ', a.slug, ' > ', b.list, ' ', b.slug) FROM plan_reference f"
            .' JOIN plan_record a ON a.id = f.from_id JOIN plan_record b ON b.id = f.to_id WHERE a.job_id = ? ORDER BY 1';

        /** @var list<string> */
        return $this->database->fetchFirstColumn($sql, [$job]);
    }

    private function one(string $sql): string
    {
        $value = $this->database->fetchOne($sql);

        return \is_string($value) ? $value : self::fail('nothing: '.$sql);
    }

    /** @return array<string, list<array<string, mixed>>> */
    private function oldRows(): array
    {
        return array_map(fn (string $sql): array => $this->database->fetchAllAssociative($sql), self::OLD_ROWS);
    }

    private function console(string ...$words): void
    {
        $command = [\PHP_BINARY, 'bin/console', '--env=test', '--no-interaction', '--quiet', ...array_values($words)];
        (new Process($command, \dirname(__DIR__, 2), ['DB_NAME' => self::DATABASE, 'APP_ENV' => 'test'], timeout: 60))->mustRun();
    }
}
