<?php

declare(strict_types=1);

namespace Vorhut\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** People are invited by a link, switched off and on, logged out everywhere, and have roles of their own in single jobs. */
final class Version20261125230000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE user_account MODIFY role VARCHAR(20) DEFAULT NULL, ADD active TINYINT DEFAULT 1 NOT NULL,'
            .' ADD sessions INT DEFAULT 0 NOT NULL, ADD link VARCHAR(64) DEFAULT NULL, ADD link_until DATETIME DEFAULT NULL,'
            .' ADD UNIQUE INDEX UNIQ_253B48AE36AC99F1 (link)');
        $this->addSql('CREATE TABLE job_role (id INT AUTO_INCREMENT NOT NULL, job_id INT NOT NULL, user_id INT NOT NULL,'
            .' role VARCHAR(20) DEFAULT NULL, set_by_id INT DEFAULT NULL, set_at DATETIME NOT NULL, INDEX IDX_D0A5FC2BBE04EA9 (job_id),'
            .' INDEX IDX_D0A5FC2BA76ED395 (user_id), INDEX IDX_D0A5FC2B3E16DC62 (set_by_id),'
            .' UNIQUE INDEX job_role_one (job_id, user_id), PRIMARY KEY (id)) DEFAULT CHARACTER SET utf8mb4'
            .' COLLATE `utf8mb4_unicode_ci`');
        $this->addSql('ALTER TABLE job_role'
            .' ADD CONSTRAINT FK_D0A5FC2BBE04EA9 FOREIGN KEY (job_id) REFERENCES job (id) ON DELETE CASCADE,'
            .' ADD CONSTRAINT FK_D0A5FC2BA76ED395 FOREIGN KEY (user_id) REFERENCES user_account (id) ON DELETE CASCADE,'
            .' ADD CONSTRAINT FK_D0A5FC2B3E16DC62 FOREIGN KEY (set_by_id) REFERENCES user_account (id) ON DELETE SET NULL');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE job_role');
        $this->addSql("UPDATE user_account SET role = 'ROLE_VIEWER' WHERE role IS NULL");
        $this->addSql('ALTER TABLE user_account MODIFY role VARCHAR(20) NOT NULL, DROP INDEX UNIQ_253B48AE36AC99F1,'
            .' DROP active, DROP sessions, DROP link, DROP link_until');
    }
}
