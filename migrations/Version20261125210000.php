<?php

declare(strict_types=1);

namespace Vorhut\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Labs of jobs: wanted or not, and what their processes say of themselves. */
final class Version20261125210000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE lab (id INT AUTO_INCREMENT NOT NULL, wanted TINYINT NOT NULL, stand_ins INT NOT NULL, '
            .'message LONGTEXT NOT NULL, blocks LONGTEXT NOT NULL, seen_at DATETIME DEFAULT NULL, job_id INT NOT NULL, '
            .'UNIQUE INDEX UNIQ_61D6B1C4BE04EA9 (job_id), PRIMARY KEY (id)) '
            .'DEFAULT CHARACTER SET utf8mb4 COLLATE `utf8mb4_unicode_ci`');
        $this->addSql('ALTER TABLE lab ADD CONSTRAINT FK_61D6B1C4BE04EA9 FOREIGN KEY (job_id) REFERENCES job (id) ON DELETE CASCADE');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE lab');
    }
}
