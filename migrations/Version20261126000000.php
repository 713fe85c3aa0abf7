<?php

declare(strict_types=1);

namespace Vorhut\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** The ports of a person's laptop are remembered for each job. */
final class Version20261126000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE bench_laptop (id INT AUTO_INCREMENT NOT NULL, job_id INT NOT NULL, user_id INT NOT NULL,'
            .' ports VARCHAR(400) NOT NULL, INDEX IDX_B3AF52E8BE04EA9 (job_id), INDEX IDX_B3AF52E8A76ED395 (user_id),'
            .' UNIQUE INDEX bench_laptop_one (job_id, user_id), PRIMARY KEY (id)) DEFAULT CHARACTER SET utf8mb4'
            .' COLLATE `utf8mb4_unicode_ci`');
        $this->addSql('ALTER TABLE bench_laptop'
            .' ADD CONSTRAINT FK_B3AF52E8BE04EA9 FOREIGN KEY (job_id) REFERENCES job (id) ON DELETE CASCADE,'
            .' ADD CONSTRAINT FK_B3AF52E8A76ED395 FOREIGN KEY (user_id) REFERENCES user_account (id) ON DELETE CASCADE');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE bench_laptop');
    }
}
