<?php

declare(strict_types=1);

namespace Vorhut\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Whether the unit has a secret, apart from when it was typed, so that neither is lost when one is taken back. */
final class Version20261126070000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE secret ADD in_unit TINYINT DEFAULT 0 NOT NULL');
        $this->addSql('UPDATE secret SET in_unit = 1 WHERE typed_at IS NOT NULL');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('UPDATE secret SET typed_at = NULL WHERE in_unit = 0');
        $this->addSql('ALTER TABLE secret DROP in_unit');
    }
}
