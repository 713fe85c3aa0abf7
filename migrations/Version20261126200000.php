<?php

declare(strict_types=1);

namespace Vorhut\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Visits, the files that were kept at them, and what is otherwise in a lab than planned. */
final class Version20261126200000 extends AbstractMigration
{
    private const END = ', PRIMARY KEY (id)) DEFAULT CHARACTER SET utf8mb4 COLLATE `utf8mb4_unicode_ci`';
    private const VISIT = [
        'id INT AUTO_INCREMENT NOT NULL',
        'job_id INT NOT NULL',
        'user_id INT DEFAULT NULL',
        'units LONGTEXT NOT NULL',
        'seen LONGTEXT NOT NULL',
        'at DATETIME NOT NULL',
        'on_site TINYINT NOT NULL',
        'note VARCHAR(300) NOT NULL',
        'revision INT NOT NULL',
        'INDEX IDX_437EE939BE04EA9 (job_id)',
        'INDEX IDX_437EE939A76ED395 (user_id)',
        'CONSTRAINT FK_437EE939BE04EA9 FOREIGN KEY (job_id) REFERENCES job (id) ON DELETE CASCADE',
        'CONSTRAINT FK_437EE939A76ED395 FOREIGN KEY (user_id) REFERENCES user_account (id) ON DELETE SET NULL',
    ];
    private const FILE = [
        'id INT AUTO_INCREMENT NOT NULL',
        'visit_id INT NOT NULL',
        'device VARCHAR(64) NOT NULL',
        'name VARCHAR(120) NOT NULL',
        'hash VARCHAR(64) NOT NULL',
        'bytes INT NOT NULL',
        'sealed MEDIUMTEXT NOT NULL',
        'INDEX IDX_53C7CBD275FA0FF2 (visit_id)',
        'CONSTRAINT FK_53C7CBD275FA0FF2 FOREIGN KEY (visit_id) REFERENCES visit (id) ON DELETE CASCADE',
    ];

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE visit ('.implode(', ', self::VISIT).self::END);
        $this->addSql('CREATE TABLE visit_file ('.implode(', ', self::FILE).self::END);
        $this->addSql("ALTER TABLE lab ADD faults LONGTEXT NOT NULL DEFAULT '{}'");
        $this->addSql('ALTER TABLE lab ALTER faults DROP DEFAULT');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE visit_file');
        $this->addSql('DROP TABLE visit');
        $this->addSql('ALTER TABLE lab DROP faults');
    }
}
