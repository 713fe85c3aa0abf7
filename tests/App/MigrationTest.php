<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\DriverManager;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;

/** The tables are made, fit the entities, and come into being once. */
final class MigrationTest extends TestCase
{
    private const DATABASE = 'vorhut_test_tables';
    private const TABLES = 'Vorhut\Migrations\Version20261202000000';
    private const LAST_BEFORE = 'Vorhut\Migrations\Version20261201200000';

    protected function setUp(): void
    {
        $this->console('doctrine:database:drop', '--force', '--if-exists');
        $this->console('doctrine:database:create');
        $this->console('doctrine:migrations:migrate');
    }

    protected function tearDown(): void
    {
        $this->console('doctrine:database:drop', '--force');
    }

    public function testTheTablesFitTheEntities(): void
    {
        $missing = $this->console('doctrine:schema:update', '--dump-sql');
        self::assertStringContainsString('plan_record DROP', $missing, 'columns that the database makes itself are no entity\'s');
        self::assertDoesNotMatchRegularExpression('/\b(?:ADD|CREATE)\b/', $missing);
        $this->console('doctrine:migrations:migrate', 'first');
        self::assertSame(['doctrine_migration_versions'], $this->database()->fetchFirstColumn('SHOW TABLES'));
    }

    public function testTheDatabaseOfBeforeStaysAsItIs(): void
    {
        $this->console('doctrine:migrations:migrate', self::TABLES);
        $database = $this->database();
        $database->executeStatement('UPDATE doctrine_migration_versions SET version = ?', [self::LAST_BEFORE]);
        $database->executeStatement("INSERT INTO user_account (username, display_name, password) VALUES ('a', 'A', '')");
        $this->console('doctrine:migrations:migrate');
        self::assertSame(['A'], $database->fetchFirstColumn('SELECT display_name FROM user_account'));
        self::assertNotContains(self::LAST_BEFORE, $database->fetchFirstColumn('SELECT version FROM doctrine_migration_versions'));
        self::assertStringContainsString('Already at the latest version', $this->console('doctrine:migrations:migrate'));
    }

    public function testAnOlderOneIsRefused(): void
    {
        $this->console('doctrine:migrations:migrate', self::TABLES);
        $older = 'Vorhut\Migrations\Version20261124010000';
        $this->database()->executeStatement('UPDATE doctrine_migration_versions SET version = ?', [$older]);
        $process = $this->process('doctrine:migrations:migrate');
        self::assertNotSame(0, $process->run());
        self::assertStringContainsString('Install the last state before 0.9.0 first.', strtr($process->getErrorOutput(), ["\n" => ' ']));
    }

    private function console(string ...$command): string
    {
        return $this->process(...$command)->mustRun()->getOutput();
    }

    private function process(string ...$command): Process
    {
        $command = [\PHP_BINARY, 'bin/console', '--no-interaction', ...$command];

        return new Process($command, \dirname(__DIR__, 2), ['DB_NAME' => self::DATABASE, 'APP_ENV' => 'test'], timeout: 120);
    }

    private function database(): Connection
    {
        return DriverManager::getConnection([
            'driver' => 'pdo_mysql',
            'dbname' => self::DATABASE.'_test'.getenv('TEST_TOKEN'),
            'user' => 'vorhut',
            'password' => 'vorhut',
            'unix_socket' => \dirname(__DIR__, 2).'/var/test-db/mariadb.sock',
            'charset' => 'utf8mb4',
        ]);
    }
}
