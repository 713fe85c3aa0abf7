<?php

declare(strict_types=1);

namespace Vorhut\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Sealed secrets; who is at the bench today, and which units are late. */
final class Version20261126050000 extends AbstractMigration
{
    private const LIKE_THE_REST = ' DEFAULT CHARACTER SET utf8mb4 COLLATE `utf8mb4_unicode_ci`';

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE secret (id INT AUTO_INCREMENT NOT NULL, former LONGTEXT DEFAULT NULL, typed_at DATETIME DEFAULT NULL,'
            .' name VARCHAR(140) NOT NULL, sealed LONGTEXT NOT NULL, at DATETIME NOT NULL, job_id INT NOT NULL, by_id INT DEFAULT NULL,'
            .' UNIQUE INDEX UNIQ_5CA2E8E5BE04EA95E237E06 (job_id, name), INDEX IDX_5CA2E8E5BE04EA9 (job_id),'
            .' INDEX IDX_5CA2E8E5AAE72004 (by_id), PRIMARY KEY (id))'.self::LIKE_THE_REST);
        $this->addSql('CREATE TABLE bench_hand (id INT AUTO_INCREMENT NOT NULL, since DATETIME NOT NULL, job_id INT NOT NULL,'
            .' user_id INT NOT NULL, UNIQUE INDEX UNIQ_791D49FBE04EA9A76ED395 (job_id, user_id), INDEX IDX_791D49FBE04EA9 (job_id),'
            .' INDEX IDX_791D49FA76ED395 (user_id), PRIMARY KEY (id))'.self::LIKE_THE_REST);
        $this->addSql('CREATE TABLE late_unit (id INT AUTO_INCREMENT NOT NULL, device VARCHAR(64) NOT NULL, until DATETIME NOT NULL,'
            .' job_id INT NOT NULL, UNIQUE INDEX UNIQ_47BD27BFBE04EA992FB68E (job_id, device), INDEX IDX_47BD27BFBE04EA9 (job_id),'
            .' PRIMARY KEY (id))'.self::LIKE_THE_REST);
        $keys = ['secret' => 'FK_5CA2E8E5BE04EA9', 'bench_hand' => 'FK_791D49FBE04EA9', 'late_unit' => 'FK_47BD27BFBE04EA9'];
        foreach ($keys as $table => $key) {
            $this->addSql("ALTER TABLE $table ADD CONSTRAINT $key FOREIGN KEY (job_id) REFERENCES job (id) ON DELETE CASCADE");
        }
        $this->addSql('ALTER TABLE secret'
            .' ADD CONSTRAINT FK_5CA2E8E5AAE72004 FOREIGN KEY (by_id) REFERENCES user_account (id) ON DELETE SET NULL');
        $this->addSql('ALTER TABLE bench_hand'
            .' ADD CONSTRAINT FK_791D49FA76ED395 FOREIGN KEY (user_id) REFERENCES user_account (id) ON DELETE CASCADE');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE secret');
        $this->addSql('DROP TABLE bench_hand');
        $this->addSql('DROP TABLE late_unit');
    }
}
