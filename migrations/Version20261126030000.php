<?php

declare(strict_types=1);

namespace Vorhut\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Steps at the bench are those of a unit's runbook; they are left out with a reason, keep what was read, and have running times. */
final class Version20261126030000 extends AbstractMigration
{
    private const STEPS = ['connect' => 'power', 'password' => 'secure', 'values' => 'role', 'back' => 'laptop-back'];

    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE bench_record ADD reason VARCHAR(400) DEFAULT '' NOT NULL,"
            .' ADD skipped TINYINT DEFAULT 0 NOT NULL, ADD kept JSON DEFAULT NULL, CHANGE step step VARCHAR(64) NOT NULL');
        $this->addSql("UPDATE bench_record SET kept = '[]'");
        $this->addSql('ALTER TABLE bench_record CHANGE kept kept JSON NOT NULL');
        foreach (self::STEPS as $old => $new) {
            $this->addSql('UPDATE bench_record SET step = ? WHERE step = ?', [$new, $old]);
        }
        $this->addSql('CREATE TABLE bench_timer (id INT AUTO_INCREMENT NOT NULL, device VARCHAR(64) NOT NULL, step VARCHAR(64) NOT NULL,'
            .' number INT NOT NULL, kind VARCHAR(10) NOT NULL, label VARCHAR(200) NOT NULL, started_at DATETIME NOT NULL,'
            .' ends_at DATETIME NOT NULL, job_id INT NOT NULL, user_id INT DEFAULT NULL, INDEX IDX_77473DE8BE04EA9 (job_id),'
            .' INDEX IDX_77473DE8A76ED395 (user_id), INDEX IDX_77473DE8BE04EA92F4A8AA7 (job_id, ends_at), PRIMARY KEY (id))'
            .' DEFAULT CHARACTER SET utf8mb4 COLLATE `utf8mb4_unicode_ci`');
        $this->addSql('ALTER TABLE bench_timer'
            .' ADD CONSTRAINT FK_77473DE8BE04EA9 FOREIGN KEY (job_id) REFERENCES job (id) ON DELETE CASCADE');
        $this->addSql('ALTER TABLE bench_timer'
            .' ADD CONSTRAINT FK_77473DE8A76ED395 FOREIGN KEY (user_id) REFERENCES user_account (id) ON DELETE SET NULL');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE bench_timer');
        foreach (array_flip(self::STEPS) as $new => $old) {
            $this->addSql('UPDATE bench_record SET step = ? WHERE step = ?', [$old, $new]);
        }
        $this->addSql('ALTER TABLE bench_record DROP reason, DROP skipped, DROP kept, CHANGE step step VARCHAR(30) NOT NULL');
    }
}
