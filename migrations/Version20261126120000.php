<?php

declare(strict_types=1);

namespace Vorhut\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Where units fetch their files, what they fetched, and secrets that wait for one fetch. */
final class Version20261126120000 extends AbstractMigration
{
    private const TABLES = [
        'file_point' => [
            'hash VARCHAR(64) NOT NULL',
            'at DATETIME NOT NULL',
            'UNIQUE INDEX UNIQ_1D264313D1B862B8 (hash)',
            'UNIQUE INDEX UNIQ_1D264313BE04EA9 (job_id)',
            'CONSTRAINT FK_1D264313BE04EA9 FOREIGN KEY (job_id) REFERENCES job (id) ON DELETE CASCADE',
        ],
        'file_fetch' => [
            'device VARCHAR(64) DEFAULT NULL',
            'file VARCHAR(120) NOT NULL',
            'address VARCHAR(45) NOT NULL',
            'agent VARCHAR(200) NOT NULL',
            'result VARCHAR(20) NOT NULL',
            'version VARCHAR(16) NOT NULL',
            'at DATETIME NOT NULL',
            'INDEX IDX_286AD374BE04EA9 (job_id)',
            'INDEX IDX_286AD374BE04EA992FB68EBF396750 (job_id, device, id)',
            'CONSTRAINT FK_286AD374BE04EA9 FOREIGN KEY (job_id) REFERENCES job (id) ON DELETE CASCADE',
        ],
        'opened_secret' => [
            'device VARCHAR(64) NOT NULL',
            'until DATETIME NOT NULL',
            'INDEX IDX_96B87C16BE04EA9 (job_id)',
            'UNIQUE INDEX UNIQ_96B87C16BE04EA992FB68E (job_id, device)',
            'CONSTRAINT FK_96B87C16BE04EA9 FOREIGN KEY (job_id) REFERENCES job (id) ON DELETE CASCADE',
        ],
    ];

    public function up(Schema $schema): void
    {
        foreach (self::TABLES as $table => $parts) {
            $this->addSql(\sprintf(
                'CREATE TABLE %s (id INT AUTO_INCREMENT NOT NULL, job_id INT NOT NULL, %s, PRIMARY KEY (id)) '
                .'DEFAULT CHARACTER SET utf8mb4 COLLATE `utf8mb4_unicode_ci`',
                $table,
                implode(', ', $parts),
            ));
        }
    }

    public function down(Schema $schema): void
    {
        foreach (array_keys(self::TABLES) as $table) {
            $this->addSql('DROP TABLE '.$table);
        }
    }
}
