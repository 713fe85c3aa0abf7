<?php

declare(strict_types=1);

namespace Vorhut\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Jobs can be put into the archive, their days are kept for the list of jobs, and people are led through the demo job. */
final class Version20261202170000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE job ADD archived_at DATETIME DEFAULT NULL, ADD dates TEXT NOT NULL DEFAULT '[]'");
        $this->addSql('ALTER TABLE user_account ADD tour SMALLINT DEFAULT NULL');
        // The days are told with the figures: these are counted again once.
        $this->addSql("UPDATE job SET figures = '[]'");
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE job DROP archived_at, DROP dates');
        $this->addSql('ALTER TABLE user_account DROP tour');
    }
}
