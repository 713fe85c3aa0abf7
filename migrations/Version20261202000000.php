<?php

declare(strict_types=1);

namespace Vorhut\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** The tables of version 0.9.0. */
final class Version20261202000000 extends AbstractMigration
{
    /** The last of the steps that led here, before there was a version. */
    private const LAST_BEFORE = 'Vorhut\Migrations\Version20261201200000';

    public function up(Schema $schema): void
    {
        if ($schema->hasTable('job')) {
            $done = $this->connection->fetchOne('SELECT 1 FROM doctrine_migration_versions WHERE version = ?', [self::LAST_BEFORE]);
            $this->abortIf(false === $done, 'This database is too old for 0.9.0. Install the last state before 0.9.0 first.');
            $this->addSql('DELETE FROM doctrine_migration_versions');

            return;
        }
        $this->addSql('SET FOREIGN_KEY_CHECKS = 0');
        foreach (self::tables() as $statement) {
            $this->addSql($statement);
        }
        $this->addSql('SET FOREIGN_KEY_CHECKS = 1');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('SET FOREIGN_KEY_CHECKS = 0');
        foreach (self::tables() as $statement) {
            preg_match('/^CREATE TABLE (`\w+`)/', $statement, $table);
            $this->addSql('DROP TABLE '.$table[1]);
        }
        $this->addSql('SET FOREIGN_KEY_CHECKS = 1');
    }

    /** @return list<string> */
    private static function tables(): array
    {
        return explode(";\n\n", rtrim((string) file_get_contents(substr(__FILE__, 0, -4).'.sql'), ";\n"));
    }
}
