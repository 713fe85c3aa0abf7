<?php

declare(strict_types=1);

namespace Vorhut\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Links by which people outside answer what they are asked. */
final class Version20261126040000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE ask_link (id INT AUTO_INCREMENT NOT NULL, used_at DATETIME DEFAULT NULL, withdrawn TINYINT NOT NULL,'
            .' who VARCHAR(20) NOT NULL, hash VARCHAR(64) NOT NULL, until DATETIME NOT NULL, job_id INT NOT NULL, given_by_id INT NOT NULL,'
            .' UNIQUE INDEX UNIQ_6B7B5494D1B862B8 (hash), INDEX IDX_6B7B5494BE04EA9 (job_id), INDEX IDX_6B7B54946EBC53EE (given_by_id),'
            .' PRIMARY KEY (id)) DEFAULT CHARACTER SET utf8mb4 COLLATE `utf8mb4_unicode_ci`');
        $this->addSql('ALTER TABLE ask_link ADD CONSTRAINT FK_6B7B5494BE04EA9 FOREIGN KEY (job_id) REFERENCES job (id) ON DELETE CASCADE');
        $this->addSql('ALTER TABLE ask_link'
            .' ADD CONSTRAINT FK_6B7B54946EBC53EE FOREIGN KEY (given_by_id) REFERENCES user_account (id) ON DELETE CASCADE');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE ask_link');
    }
}
