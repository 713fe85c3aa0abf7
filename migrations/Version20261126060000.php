<?php

declare(strict_types=1);

namespace Vorhut\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Photos that are kept with steps; when somebody last looked at the brief of a job. */
final class Version20261126060000 extends AbstractMigration
{
    private const LIKE_THE_REST = ' DEFAULT CHARACTER SET utf8mb4 COLLATE `utf8mb4_unicode_ci`';

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE step_photo (id INT AUTO_INCREMENT NOT NULL, device VARCHAR(64) NOT NULL, step VARCHAR(64) NOT NULL,'
            .' type VARCHAR(20) NOT NULL, bytes MEDIUMBLOB NOT NULL, at DATETIME NOT NULL, job_id INT NOT NULL, user_id INT DEFAULT NULL,'
            .' INDEX IDX_89573E7BE04EA992FB68E (job_id, device), INDEX IDX_89573E7BE04EA9 (job_id), INDEX IDX_89573E7A76ED395 (user_id),'
            .' PRIMARY KEY (id))'.self::LIKE_THE_REST);
        $this->addSql('CREATE TABLE job_look (id INT AUTO_INCREMENT NOT NULL, since DATETIME NOT NULL, at DATETIME NOT NULL,'
            .' job_id INT NOT NULL, user_id INT NOT NULL, UNIQUE INDEX UNIQ_ACF6A243BE04EA9A76ED395 (job_id, user_id),'
            .' INDEX IDX_ACF6A243BE04EA9 (job_id), INDEX IDX_ACF6A243A76ED395 (user_id), PRIMARY KEY (id))'.self::LIKE_THE_REST);
        $this->addSql('ALTER TABLE step_photo'
            .' ADD CONSTRAINT FK_89573E7BE04EA9 FOREIGN KEY (job_id) REFERENCES job (id) ON DELETE CASCADE');
        $this->addSql('ALTER TABLE step_photo'
            .' ADD CONSTRAINT FK_89573E7A76ED395 FOREIGN KEY (user_id) REFERENCES user_account (id) ON DELETE SET NULL');
        $this->addSql('ALTER TABLE job_look ADD CONSTRAINT FK_ACF6A243BE04EA9 FOREIGN KEY (job_id) REFERENCES job (id) ON DELETE CASCADE');
        $this->addSql('ALTER TABLE job_look'
            .' ADD CONSTRAINT FK_ACF6A243A76ED395 FOREIGN KEY (user_id) REFERENCES user_account (id) ON DELETE CASCADE');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE step_photo');
        $this->addSql('DROP TABLE job_look');
    }
}
