<?php

declare(strict_types=1);

namespace Vorhut\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Live tests: their runs, and where an observation was made and what it rests on. */
final class Version20261123010000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE test_run (id INT AUTO_INCREMENT NOT NULL, done INT NOT NULL, total INT NOT NULL, holding INT NOT NULL, differing INT NOT NULL, status VARCHAR(12) NOT NULL, cancelled TINYINT NOT NULL, message VARCHAR(400) NOT NULL, created_at DATETIME NOT NULL, intent VARCHAR(64) DEFAULT NULL, pair VARCHAR(140) DEFAULT NULL, job_id INT NOT NULL, user_id INT NOT NULL, INDEX IDX_290B7807BE04EA9 (job_id), INDEX IDX_290B7807A76ED395 (user_id), PRIMARY KEY (id)) DEFAULT CHARACTER SET utf8mb4 COLLATE `utf8mb4_unicode_ci`');
        $this->addSql('ALTER TABLE test_run ADD CONSTRAINT FK_290B7807BE04EA9 FOREIGN KEY (job_id) REFERENCES job (id) ON DELETE CASCADE');
        $this->addSql('ALTER TABLE test_run ADD CONSTRAINT FK_290B7807A76ED395 FOREIGN KEY (user_id) REFERENCES user_account (id) ON DELETE CASCADE');
        $this->addSql('ALTER TABLE observation ADD vantage VARCHAR(64) DEFAULT NULL, ADD evidence LONGTEXT DEFAULT NULL');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE test_run');
        $this->addSql('ALTER TABLE observation DROP vantage, DROP evidence');
    }
}
