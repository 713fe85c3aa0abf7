<?php

declare(strict_types=1);

namespace Vorhut\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Sweeps over lists of addresses. */
final class Version20261124000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE sweep_run (id INT AUTO_INCREMENT NOT NULL, done INT NOT NULL, status VARCHAR(12) NOT NULL, cancelled TINYINT NOT NULL, answers MEDIUMTEXT NOT NULL, created_at DATETIME NOT NULL, addresses MEDIUMTEXT NOT NULL, vantage VARCHAR(64) NOT NULL, job_id INT NOT NULL, user_id INT NOT NULL, INDEX IDX_CD8E0C75BE04EA9 (job_id), INDEX IDX_CD8E0C75A76ED395 (user_id), PRIMARY KEY (id)) DEFAULT CHARACTER SET utf8mb4 COLLATE `utf8mb4_unicode_ci`');
        $this->addSql('ALTER TABLE sweep_run ADD CONSTRAINT FK_CD8E0C75BE04EA9 FOREIGN KEY (job_id) REFERENCES job (id) ON DELETE CASCADE');
        $this->addSql('ALTER TABLE sweep_run ADD CONSTRAINT FK_CD8E0C75A76ED395 FOREIGN KEY (user_id) REFERENCES user_account (id) ON DELETE CASCADE');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE sweep_run');
    }
}
