<?php

declare(strict_types=1);

namespace Vorhut\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Jobs as they were handed over, and what was left open with a reason. */
final class Version20261126190000 extends AbstractMigration
{
    private const TABLES = [
        'signed_state' => [
            'hash VARCHAR(64) NOT NULL',
            'open LONGTEXT NOT NULL',
            'seen LONGTEXT NOT NULL',
            'at DATETIME NOT NULL',
            'taken_by VARCHAR(120) NOT NULL',
            'reservations LONGTEXT NOT NULL',
            'file LONGTEXT NOT NULL',
            'proven INT NOT NULL',
            'pairs INT NOT NULL',
            'INDEX IDX_DB992104BE04EA9 (job_id)',
            'INDEX IDX_DB992104A76ED395 (user_id)',
            'CONSTRAINT FK_DB992104BE04EA9 FOREIGN KEY (job_id) REFERENCES job (id) ON DELETE CASCADE',
            'CONSTRAINT FK_DB992104A76ED395 FOREIGN KEY (user_id) REFERENCES user_account (id) ON DELETE SET NULL',
        ],
        'left_open' => [
            'item VARCHAR(160) NOT NULL',
            'reason VARCHAR(300) NOT NULL',
            'at DATETIME NOT NULL',
            'UNIQUE INDEX UNIQ_83F7FA6BBE04EA91F1B251E (job_id, item)',
            'INDEX IDX_83F7FA6BBE04EA9 (job_id)',
            'INDEX IDX_83F7FA6BA76ED395 (user_id)',
            'CONSTRAINT FK_83F7FA6BBE04EA9 FOREIGN KEY (job_id) REFERENCES job (id) ON DELETE CASCADE',
            'CONSTRAINT FK_83F7FA6BA76ED395 FOREIGN KEY (user_id) REFERENCES user_account (id) ON DELETE SET NULL',
        ],
    ];

    public function up(Schema $schema): void
    {
        foreach (self::TABLES as $table => $parts) {
            $this->addSql(\sprintf(
                'CREATE TABLE %s (id INT AUTO_INCREMENT NOT NULL, job_id INT NOT NULL, user_id INT DEFAULT NULL, %s, PRIMARY KEY (id)) '
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
