<?php

declare(strict_types=1);

namespace Vorhut\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** What was tried is kept as a variant. */
final class Version20261126010000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE variant (id INT AUTO_INCREMENT NOT NULL, job_id INT NOT NULL, user_id INT DEFAULT NULL,'
            .' name VARCHAR(80) NOT NULL, at DATETIME NOT NULL, trials LONGTEXT NOT NULL,'
            .' INDEX IDX_F143BFADBE04EA9 (job_id), INDEX IDX_F143BFADA76ED395 (user_id),'
            .' PRIMARY KEY (id)) DEFAULT CHARACTER SET utf8mb4 COLLATE `utf8mb4_unicode_ci`');
        $this->addSql('ALTER TABLE variant'
            .' ADD CONSTRAINT FK_F143BFADBE04EA9 FOREIGN KEY (job_id) REFERENCES job (id) ON DELETE CASCADE,'
            .' ADD CONSTRAINT FK_F143BFADA76ED395 FOREIGN KEY (user_id) REFERENCES user_account (id) ON DELETE SET NULL');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE variant');
    }
}
