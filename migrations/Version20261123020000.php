<?php

declare(strict_types=1);

namespace Vorhut\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Field mode: the ranges a lead has confirmed, and tests that leave the lab. */
final class Version20261123020000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE job ADD field_ranges VARCHAR(400) NOT NULL DEFAULT ''");
        $this->addSql('ALTER TABLE job ALTER field_ranges DROP DEFAULT');
        $this->addSql('ALTER TABLE test_run ADD on_site TINYINT NOT NULL DEFAULT 0');
        $this->addSql('ALTER TABLE test_run ALTER on_site DROP DEFAULT');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE job DROP field_ranges');
        $this->addSql('ALTER TABLE test_run DROP on_site');
    }
}
