<?php

declare(strict_types=1);

namespace Vorhut\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** What was said of lists is remembered for the next one. */
final class Version20261126020000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE list_memory (id INT AUTO_INCREMENT NOT NULL, job_id INT NOT NULL, said MEDIUMTEXT NOT NULL,'
            .' UNIQUE INDEX UNIQ_73BDF61BBE04EA9 (job_id), PRIMARY KEY (id)) DEFAULT CHARACTER SET utf8mb4'
            .' COLLATE `utf8mb4_unicode_ci`');
        $this->addSql('ALTER TABLE list_memory'
            .' ADD CONSTRAINT FK_73BDF61BBE04EA9 FOREIGN KEY (job_id) REFERENCES job (id) ON DELETE CASCADE');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE list_memory');
    }
}
