<?php

declare(strict_types=1);

namespace Vorhut\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Figures of each job in its row, for the list of jobs; what was seen last of each pair is found by an index. */
final class Version20261125220000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE job ADD figures VARCHAR(200) DEFAULT '[]' NOT NULL");
        $this->addSql('ALTER TABLE observation ADD INDEX observation_pair (job_id, withdrawn, intent, asker, asked, id)');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE observation DROP INDEX observation_pair');
        $this->addSql('ALTER TABLE job DROP figures');
    }
}
