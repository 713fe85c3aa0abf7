<?php

declare(strict_types=1);

namespace Vorhut\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** What was planned when a step was done, so that a plan that changes says what is to be done again. */
final class Version20261201190000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE bench_record ADD planned LONGTEXT NOT NULL DEFAULT '{}'");
        $this->addSql('ALTER TABLE bench_record ALTER planned DROP DEFAULT');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE bench_record DROP planned');
    }
}
