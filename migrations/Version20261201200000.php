<?php

declare(strict_types=1);

namespace Vorhut\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** What was answered by a link, so that it can be corrected by the same. */
final class Version20261201200000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE ask_link ADD answered LONGTEXT NOT NULL DEFAULT '{}'");
        $this->addSql('ALTER TABLE ask_link ALTER answered DROP DEFAULT');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE ask_link DROP answered');
    }
}
