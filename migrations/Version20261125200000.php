<?php

declare(strict_types=1);

namespace Vorhut\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** The journal keeps whole titles, tells doing from undoing and redoing, and what an entry did beside the plan. */
final class Version20261125200000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE journal MODIFY title LONGTEXT NOT NULL, '
            ."ADD kind VARCHAR(4) DEFAULT 'do' NOT NULL, ADD subject_id INT DEFAULT NULL, ADD effects LONGTEXT DEFAULT NULL");
        $this->addSql("UPDATE journal SET effects = '[]'");
        $this->addSql('ALTER TABLE journal MODIFY effects LONGTEXT NOT NULL, ADD CONSTRAINT FK_C1A7E74D23EDC87 '
            .'FOREIGN KEY (subject_id) REFERENCES journal (id) ON DELETE SET NULL');
        $this->addSql("UPDATE journal u JOIN journal c ON c.undone_by_id = u.id SET u.kind = 'undo', u.subject_id = c.id");
        $this->addSql('ALTER TABLE bench_record ADD withdrawn TINYINT DEFAULT 0 NOT NULL');
        $this->addSql('ALTER TABLE observation ADD withdrawn TINYINT DEFAULT 0 NOT NULL');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DELETE FROM observation WHERE withdrawn = 1');
        $this->addSql('DELETE FROM bench_record WHERE withdrawn = 1');
        $this->addSql('ALTER TABLE observation DROP withdrawn');
        $this->addSql('ALTER TABLE bench_record DROP withdrawn');
        $this->addSql('UPDATE journal SET title = SUBSTRING(title, 1, 200)');
        $this->addSql('ALTER TABLE journal DROP FOREIGN KEY FK_C1A7E74D23EDC87');
        $this->addSql('ALTER TABLE journal MODIFY title VARCHAR(200) NOT NULL, DROP kind, DROP subject_id, DROP effects');
    }
}
