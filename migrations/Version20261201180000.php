<?php

declare(strict_types=1);

namespace Vorhut\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** What was seen says whether that was on site or in the lab, and so does a signature. */
final class Version20261201180000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE observation ADD on_site TINYINT NOT NULL DEFAULT 0');
        $this->addSql("UPDATE observation SET on_site = 1 WHERE vantage IS NULL OR vantage = 'this-machine'");
        $this->addSql('ALTER TABLE observation ALTER on_site DROP DEFAULT');
        $this->addSql('ALTER TABLE signed_state ADD proven_in_lab INT NOT NULL DEFAULT 0');
        // Nobody knows any more where it was: most of it was in the lab.
        $this->addSql('UPDATE signed_state SET proven_in_lab = proven, proven = 0');
        $this->addSql('ALTER TABLE signed_state ALTER proven_in_lab DROP DEFAULT');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE observation DROP on_site');
        $this->addSql('UPDATE signed_state SET proven = GREATEST(proven, proven_in_lab)');
        $this->addSql('ALTER TABLE signed_state DROP proven_in_lab');
    }
}
