<?php

declare(strict_types=1);

namespace Vorhut\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** The first tables: people, jobs with their records, journal, observations, bench, imports and the queue. */
final class Version20261123000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE bench_record (id INT AUTO_INCREMENT NOT NULL, step VARCHAR(30) NOT NULL, done TINYINT NOT NULL, note VARCHAR(400) NOT NULL, at DATETIME NOT NULL, device_id INT NOT NULL, user_id INT DEFAULT NULL, INDEX IDX_C89A9B4294A4C7D4 (device_id), INDEX IDX_C89A9B42A76ED395 (user_id), INDEX IDX_C89A9B4294A4C7D443B9FE3C (device_id, step), PRIMARY KEY (id)) DEFAULT CHARACTER SET utf8mb4 COLLATE `utf8mb4_unicode_ci`');
        $this->addSql('CREATE TABLE device (id INT AUTO_INCREMENT NOT NULL, record MEDIUMTEXT NOT NULL, version INT DEFAULT 1 NOT NULL, changed_at DATETIME DEFAULT NULL, slug VARCHAR(64) NOT NULL, position INT NOT NULL, name VARCHAR(120) NOT NULL, profile VARCHAR(64) NOT NULL, serial VARCHAR(80) DEFAULT NULL, hostname VARCHAR(63) DEFAULT NULL, changed_by_id INT DEFAULT NULL, job_id INT NOT NULL, location_id INT DEFAULT NULL, INDEX IDX_92FB68E828AD0A0 (changed_by_id), INDEX IDX_92FB68EBE04EA9 (job_id), INDEX IDX_92FB68E64D218E (location_id), INDEX IDX_92FB68EBE04EA9D374C9DC (job_id, serial), INDEX IDX_92FB68EBE04EA95E237E06 (job_id, name), UNIQUE INDEX UNIQ_92FB68EBE04EA9989D9B62 (job_id, slug), PRIMARY KEY (id)) DEFAULT CHARACTER SET utf8mb4 COLLATE `utf8mb4_unicode_ci`');
        $this->addSql('CREATE TABLE device_port (id INT AUTO_INCREMENT NOT NULL, mac CHAR(12) DEFAULT NULL, address BIGINT UNSIGNED DEFAULT NULL, segment_id INT DEFAULT NULL, device_id INT NOT NULL, INDEX IDX_CAA888F6DB296AAD (segment_id), INDEX IDX_CAA888F694A4C7D4 (device_id), INDEX IDX_CAA888F61713EB65 (mac), INDEX IDX_CAA888F6D4E6F81 (address), PRIMARY KEY (id)) DEFAULT CHARACTER SET utf8mb4 COLLATE `utf8mb4_unicode_ci`');
        $this->addSql('CREATE TABLE extension (id INT AUTO_INCREMENT NOT NULL, record MEDIUMTEXT NOT NULL, version INT DEFAULT 1 NOT NULL, changed_at DATETIME DEFAULT NULL, slug VARCHAR(64) NOT NULL, position INT NOT NULL, changed_by_id INT DEFAULT NULL, job_id INT NOT NULL, device_id INT DEFAULT NULL, server_id INT DEFAULT NULL, INDEX IDX_9FB73D77828AD0A0 (changed_by_id), INDEX IDX_9FB73D77BE04EA9 (job_id), INDEX IDX_9FB73D7794A4C7D4 (device_id), INDEX IDX_9FB73D771844E6B7 (server_id), UNIQUE INDEX UNIQ_9FB73D77BE04EA9989D9B62 (job_id, slug), PRIMARY KEY (id)) DEFAULT CHARACTER SET utf8mb4 COLLATE `utf8mb4_unicode_ci`');
        $this->addSql('CREATE TABLE import_run (id INT AUTO_INCREMENT NOT NULL, done INT NOT NULL, total INT NOT NULL, status VARCHAR(12) NOT NULL, message LONGTEXT NOT NULL, content LONGTEXT NOT NULL, created_at DATETIME NOT NULL, device_list TINYINT NOT NULL, job_id INT DEFAULT NULL, user_id INT NOT NULL, INDEX IDX_C41B0440BE04EA9 (job_id), INDEX IDX_C41B0440A76ED395 (user_id), PRIMARY KEY (id)) DEFAULT CHARACTER SET utf8mb4 COLLATE `utf8mb4_unicode_ci`');
        $this->addSql('CREATE TABLE intent (id INT AUTO_INCREMENT NOT NULL, record MEDIUMTEXT NOT NULL, version INT DEFAULT 1 NOT NULL, changed_at DATETIME DEFAULT NULL, slug VARCHAR(64) NOT NULL, position INT NOT NULL, kind VARCHAR(20) NOT NULL, changed_by_id INT DEFAULT NULL, job_id INT NOT NULL, INDEX IDX_BE6CFB11828AD0A0 (changed_by_id), INDEX IDX_BE6CFB11BE04EA9 (job_id), UNIQUE INDEX UNIQ_BE6CFB11BE04EA9989D9B62 (job_id, slug), PRIMARY KEY (id)) DEFAULT CHARACTER SET utf8mb4 COLLATE `utf8mb4_unicode_ci`');
        $this->addSql('CREATE TABLE job (id INT AUTO_INCREMENT NOT NULL, revision INT NOT NULL, ready TINYINT NOT NULL, slug VARCHAR(64) NOT NULL, name VARCHAR(120) NOT NULL, client VARCHAR(200) NOT NULL, timezone VARCHAR(60) NOT NULL, frame MEDIUMTEXT NOT NULL, created_at DATETIME NOT NULL, UNIQUE INDEX UNIQ_FBD8E0F8989D9B62 (slug), PRIMARY KEY (id)) DEFAULT CHARACTER SET utf8mb4 COLLATE `utf8mb4_unicode_ci`');
        $this->addSql('CREATE TABLE job_profile (id INT AUTO_INCREMENT NOT NULL, record MEDIUMTEXT NOT NULL, version INT DEFAULT 1 NOT NULL, changed_at DATETIME DEFAULT NULL, slug VARCHAR(64) NOT NULL, position INT NOT NULL, changed_by_id INT DEFAULT NULL, job_id INT NOT NULL, INDEX IDX_1BB81D94828AD0A0 (changed_by_id), INDEX IDX_1BB81D94BE04EA9 (job_id), UNIQUE INDEX UNIQ_1BB81D94BE04EA9989D9B62 (job_id, slug), PRIMARY KEY (id)) DEFAULT CHARACTER SET utf8mb4 COLLATE `utf8mb4_unicode_ci`');
        $this->addSql('CREATE TABLE journal (id INT AUTO_INCREMENT NOT NULL, title VARCHAR(200) NOT NULL, records INT NOT NULL, edits LONGTEXT NOT NULL, at DATETIME NOT NULL, undone_by_id INT DEFAULT NULL, job_id INT NOT NULL, user_id INT DEFAULT NULL, UNIQUE INDEX UNIQ_C1A7E74D13BADB3A (undone_by_id), INDEX IDX_C1A7E74DBE04EA9 (job_id), INDEX IDX_C1A7E74DA76ED395 (user_id), INDEX IDX_C1A7E74DBE04EA9BF396750 (job_id, id), PRIMARY KEY (id)) DEFAULT CHARACTER SET utf8mb4 COLLATE `utf8mb4_unicode_ci`');
        $this->addSql('CREATE TABLE location (id INT AUTO_INCREMENT NOT NULL, record MEDIUMTEXT NOT NULL, version INT DEFAULT 1 NOT NULL, changed_at DATETIME DEFAULT NULL, slug VARCHAR(64) NOT NULL, position INT NOT NULL, name VARCHAR(120) NOT NULL, changed_by_id INT DEFAULT NULL, job_id INT NOT NULL, INDEX IDX_5E9E89CB828AD0A0 (changed_by_id), INDEX IDX_5E9E89CBBE04EA9 (job_id), UNIQUE INDEX UNIQ_5E9E89CBBE04EA9989D9B62 (job_id, slug), PRIMARY KEY (id)) DEFAULT CHARACTER SET utf8mb4 COLLATE `utf8mb4_unicode_ci`');
        $this->addSql('CREATE TABLE observation (id INT AUTO_INCREMENT NOT NULL, intent VARCHAR(64) NOT NULL, asker VARCHAR(64) NOT NULL, asked VARCHAR(64) NOT NULL, span VARCHAR(20) NOT NULL, note VARCHAR(400) NOT NULL, at DATETIME NOT NULL, job_id INT NOT NULL, user_id INT DEFAULT NULL, INDEX IDX_C576DBE0BE04EA9 (job_id), INDEX IDX_C576DBE0A76ED395 (user_id), INDEX IDX_C576DBE0BE04EA9BE6CFB11 (job_id, intent), PRIMARY KEY (id)) DEFAULT CHARACTER SET utf8mb4 COLLATE `utf8mb4_unicode_ci`');
        $this->addSql('CREATE TABLE router (id INT AUTO_INCREMENT NOT NULL, record MEDIUMTEXT NOT NULL, version INT DEFAULT 1 NOT NULL, changed_at DATETIME DEFAULT NULL, slug VARCHAR(64) NOT NULL, position INT NOT NULL, name VARCHAR(120) NOT NULL, changed_by_id INT DEFAULT NULL, job_id INT NOT NULL, INDEX IDX_45D2F225828AD0A0 (changed_by_id), INDEX IDX_45D2F225BE04EA9 (job_id), UNIQUE INDEX UNIQ_45D2F225BE04EA9989D9B62 (job_id, slug), PRIMARY KEY (id)) DEFAULT CHARACTER SET utf8mb4 COLLATE `utf8mb4_unicode_ci`');
        $this->addSql('CREATE TABLE router_segment (router_id INT NOT NULL, segment_id INT NOT NULL, INDEX IDX_E15B39C7169071B9 (router_id), INDEX IDX_E15B39C7DB296AAD (segment_id), PRIMARY KEY (router_id, segment_id)) DEFAULT CHARACTER SET utf8mb4 COLLATE `utf8mb4_unicode_ci`');
        $this->addSql('CREATE TABLE segment (id INT AUTO_INCREMENT NOT NULL, record MEDIUMTEXT NOT NULL, version INT DEFAULT 1 NOT NULL, changed_at DATETIME DEFAULT NULL, slug VARCHAR(64) NOT NULL, position INT NOT NULL, name VARCHAR(120) NOT NULL, vlan INT DEFAULT NULL, changed_by_id INT DEFAULT NULL, job_id INT NOT NULL, INDEX IDX_1881F565828AD0A0 (changed_by_id), INDEX IDX_1881F565BE04EA9 (job_id), UNIQUE INDEX UNIQ_1881F565BE04EA9989D9B62 (job_id, slug), PRIMARY KEY (id)) DEFAULT CHARACTER SET utf8mb4 COLLATE `utf8mb4_unicode_ci`');
        $this->addSql('CREATE TABLE user_account (id INT AUTO_INCREMENT NOT NULL, password VARCHAR(255) NOT NULL, username VARCHAR(60) NOT NULL, display_name VARCHAR(120) NOT NULL, role VARCHAR(20) NOT NULL, UNIQUE INDEX UNIQ_253B48AEF85E0677 (username), PRIMARY KEY (id)) DEFAULT CHARACTER SET utf8mb4 COLLATE `utf8mb4_unicode_ci`');
        $this->addSql('ALTER TABLE bench_record ADD CONSTRAINT FK_C89A9B4294A4C7D4 FOREIGN KEY (device_id) REFERENCES device (id) ON DELETE CASCADE');
        $this->addSql('ALTER TABLE bench_record ADD CONSTRAINT FK_C89A9B42A76ED395 FOREIGN KEY (user_id) REFERENCES user_account (id) ON DELETE SET NULL');
        $this->addSql('ALTER TABLE device ADD CONSTRAINT FK_92FB68E828AD0A0 FOREIGN KEY (changed_by_id) REFERENCES user_account (id) ON DELETE SET NULL');
        $this->addSql('ALTER TABLE device ADD CONSTRAINT FK_92FB68EBE04EA9 FOREIGN KEY (job_id) REFERENCES job (id) ON DELETE CASCADE');
        $this->addSql('ALTER TABLE device ADD CONSTRAINT FK_92FB68E64D218E FOREIGN KEY (location_id) REFERENCES location (id) ON DELETE RESTRICT');
        $this->addSql('ALTER TABLE device_port ADD CONSTRAINT FK_CAA888F6DB296AAD FOREIGN KEY (segment_id) REFERENCES segment (id) ON DELETE RESTRICT');
        $this->addSql('ALTER TABLE device_port ADD CONSTRAINT FK_CAA888F694A4C7D4 FOREIGN KEY (device_id) REFERENCES device (id) ON DELETE CASCADE');
        $this->addSql('ALTER TABLE extension ADD CONSTRAINT FK_9FB73D77828AD0A0 FOREIGN KEY (changed_by_id) REFERENCES user_account (id) ON DELETE SET NULL');
        $this->addSql('ALTER TABLE extension ADD CONSTRAINT FK_9FB73D77BE04EA9 FOREIGN KEY (job_id) REFERENCES job (id) ON DELETE CASCADE');
        $this->addSql('ALTER TABLE extension ADD CONSTRAINT FK_9FB73D7794A4C7D4 FOREIGN KEY (device_id) REFERENCES device (id) ON DELETE RESTRICT');
        $this->addSql('ALTER TABLE extension ADD CONSTRAINT FK_9FB73D771844E6B7 FOREIGN KEY (server_id) REFERENCES device (id) ON DELETE RESTRICT');
        $this->addSql('ALTER TABLE import_run ADD CONSTRAINT FK_C41B0440BE04EA9 FOREIGN KEY (job_id) REFERENCES job (id) ON DELETE CASCADE');
        $this->addSql('ALTER TABLE import_run ADD CONSTRAINT FK_C41B0440A76ED395 FOREIGN KEY (user_id) REFERENCES user_account (id) ON DELETE CASCADE');
        $this->addSql('ALTER TABLE intent ADD CONSTRAINT FK_BE6CFB11828AD0A0 FOREIGN KEY (changed_by_id) REFERENCES user_account (id) ON DELETE SET NULL');
        $this->addSql('ALTER TABLE intent ADD CONSTRAINT FK_BE6CFB11BE04EA9 FOREIGN KEY (job_id) REFERENCES job (id) ON DELETE CASCADE');
        $this->addSql('ALTER TABLE job_profile ADD CONSTRAINT FK_1BB81D94828AD0A0 FOREIGN KEY (changed_by_id) REFERENCES user_account (id) ON DELETE SET NULL');
        $this->addSql('ALTER TABLE job_profile ADD CONSTRAINT FK_1BB81D94BE04EA9 FOREIGN KEY (job_id) REFERENCES job (id) ON DELETE CASCADE');
        $this->addSql('ALTER TABLE journal ADD CONSTRAINT FK_C1A7E74D13BADB3A FOREIGN KEY (undone_by_id) REFERENCES journal (id) ON DELETE SET NULL');
        $this->addSql('ALTER TABLE journal ADD CONSTRAINT FK_C1A7E74DBE04EA9 FOREIGN KEY (job_id) REFERENCES job (id) ON DELETE CASCADE');
        $this->addSql('ALTER TABLE journal ADD CONSTRAINT FK_C1A7E74DA76ED395 FOREIGN KEY (user_id) REFERENCES user_account (id) ON DELETE SET NULL');
        $this->addSql('ALTER TABLE location ADD CONSTRAINT FK_5E9E89CB828AD0A0 FOREIGN KEY (changed_by_id) REFERENCES user_account (id) ON DELETE SET NULL');
        $this->addSql('ALTER TABLE location ADD CONSTRAINT FK_5E9E89CBBE04EA9 FOREIGN KEY (job_id) REFERENCES job (id) ON DELETE CASCADE');
        $this->addSql('ALTER TABLE observation ADD CONSTRAINT FK_C576DBE0BE04EA9 FOREIGN KEY (job_id) REFERENCES job (id) ON DELETE CASCADE');
        $this->addSql('ALTER TABLE observation ADD CONSTRAINT FK_C576DBE0A76ED395 FOREIGN KEY (user_id) REFERENCES user_account (id) ON DELETE SET NULL');
        $this->addSql('ALTER TABLE router ADD CONSTRAINT FK_45D2F225828AD0A0 FOREIGN KEY (changed_by_id) REFERENCES user_account (id) ON DELETE SET NULL');
        $this->addSql('ALTER TABLE router ADD CONSTRAINT FK_45D2F225BE04EA9 FOREIGN KEY (job_id) REFERENCES job (id) ON DELETE CASCADE');
        $this->addSql('ALTER TABLE router_segment ADD CONSTRAINT FK_E15B39C7169071B9 FOREIGN KEY (router_id) REFERENCES router (id) ON DELETE CASCADE');
        $this->addSql('ALTER TABLE router_segment ADD CONSTRAINT FK_E15B39C7DB296AAD FOREIGN KEY (segment_id) REFERENCES segment (id) ON DELETE RESTRICT');
        $this->addSql('ALTER TABLE segment ADD CONSTRAINT FK_1881F565828AD0A0 FOREIGN KEY (changed_by_id) REFERENCES user_account (id) ON DELETE SET NULL');
        $this->addSql('ALTER TABLE segment ADD CONSTRAINT FK_1881F565BE04EA9 FOREIGN KEY (job_id) REFERENCES job (id) ON DELETE CASCADE');
        $this->addSql('CREATE TABLE queue_message (id BIGINT AUTO_INCREMENT NOT NULL, queue VARCHAR(40) NOT NULL, body LONGTEXT NOT NULL, headers LONGTEXT NOT NULL, created_at DATETIME NOT NULL, available_at DATETIME NOT NULL, delivered_at DATETIME DEFAULT NULL, INDEX queue_next (queue, available_at, delivered_at), PRIMARY KEY (id)) DEFAULT CHARACTER SET utf8mb4 COLLATE `utf8mb4_unicode_ci`');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('SET FOREIGN_KEY_CHECKS = 0');
        foreach (['queue_message', 'bench_record', 'observation', 'import_run', 'journal', 'extension', 'intent', 'device_port', 'device', 'job_profile', 'router_segment', 'router', 'segment', 'location', 'job', 'user_account'] as $table) {
            $this->addSql('DROP TABLE '.$table);
        }
        $this->addSql('SET FOREIGN_KEY_CHECKS = 1');
    }
}
