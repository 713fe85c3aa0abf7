<?php

declare(strict_types=1);

namespace Vorhut\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** One table for the records of all lists and one for what they name, one for all kinds of runs; the framework's own queue. */
final class Version20261125000000 extends AbstractMigration
{
    private const OPTIONS = ' DEFAULT CHARACTER SET utf8mb4 COLLATE `utf8mb4_unicode_ci`';

    /** Table of each list as it was. */
    private const LISTS = [
        'locations' => 'location',
        'segments' => 'segment',
        'routers' => 'router',
        'profiles' => 'job_profile',
        'devices' => 'device',
        'extensions' => 'extension',
        'intents' => 'intent',
    ];

    /** Which lists a party of an intent may stand in, by the word in front of it. */
    private const PARTIES = [
        'device' => ['devices', 'routers'],
        'profile' => ['profiles'],
        'segment' => ['segments'],
        'location' => ['locations'],
        'extension' => ['extensions'],
    ];

    public function up(Schema $schema): void
    {
        $this->createTables();
        foreach (self::LISTS as $list => $table) {
            $this->addSql(
                'INSERT INTO plan_record (job_id, list, slug, position, version, shape, record, changed_by_id, changed_at)'
                .' SELECT job_id, ?, slug, position, 1, 1, record, changed_by_id, COALESCE(changed_at, NOW()) FROM '.$table,
                [$list],
            );
        }
        $named = ['within' => ['locations', 'locations'], 'location' => ['devices', 'locations'], 'profile' => ['devices', 'profiles']];
        foreach ($named as $key => [$from, $to]) {
            $this->refer($from, $to, \sprintf("t.slug = JSON_VALUE(f.record, '\$.%s')", $key));
        }
        foreach (['device', 'server'] as $key) {
            $this->refer('extensions', 'devices', \sprintf("t.slug = JSON_VALUE(f.record, '\$.%s')", $key));
        }
        foreach (['devices', 'routers'] as $from) {
            $this->refer($from, 'segments', "JSON_SEARCH(f.record, 'one', t.slug, NULL, '\$.interfaces[*].segment') IS NOT NULL");
        }
        foreach (self::PARTIES as $word => $lists) {
            foreach ($lists as $to) {
                $party = \sprintf("CONCAT('%s:', t.slug)", $word);
                $this->refer('intents', $to, \sprintf(
                    "(JSON_CONTAINS(f.record, JSON_QUOTE(%1\$s), '\$.from') OR JSON_CONTAINS(f.record, JSON_QUOTE(%1\$s), "
                    ."'\$.to'))", $party));
            }
        }
        $this->moveBench('device', 'plan_record', 't.list = \'devices\' AND t.job_id = o.job_id AND t.slug = o.slug');
        $this->moveRuns();
        $this->addSql('ALTER TABLE journal ADD shape SMALLINT NOT NULL DEFAULT 1');
        $this->addSql('ALTER TABLE journal ALTER shape DROP DEFAULT');
        $old = ['extension', 'intent', 'device_port', 'device', 'job_profile', 'router_segment', 'router', 'segment', 'location'];
        foreach ($old as $table) {
            $this->addSql('DROP TABLE '.$table);
        }
        foreach (['import_run', 'sweep_run', 'test_run', 'queue_message'] as $table) {
            $this->addSql('DROP TABLE '.$table);
        }
    }

    public function down(Schema $schema): void
    {
        $this->createOldTables();
        foreach (self::LISTS as $list => $table) {
            [$columns, $values] = self::oldColumns($list);
            $this->addSql(
                \sprintf('INSERT INTO %s (job_id, slug, position, version, record, changed_by_id, changed_at%s)', $table, $columns)
                .\sprintf(' SELECT r.job_id, r.slug, r.position, 1, r.record, r.changed_by_id, r.changed_at%s FROM plan_record r', $values)
                .('devices' === $list ? self::oldPlace() : '')
                .('extensions' === $list ? self::oldDevice('d', 'device').self::oldDevice('s', 'server') : '')
                .' WHERE r.list = ?',
                [$list],
            );
        }
        $ports = "JSON_TABLE(d.record, '\$.interfaces[*]' COLUMNS (mac VARCHAR(40) PATH '\$.mac', address VARCHAR(40) PATH '\$.address',"
            ." segment VARCHAR(64) PATH '\$.segment')) i";
        $this->addSql(
            'INSERT INTO device_port (device_id, mac, address, segment_id)'
            ." SELECT d.id, UPPER(REGEXP_REPLACE(i.mac, '[^0-9A-Fa-f]', '')), "
                ."INET_ATON(SUBSTRING_INDEX(SUBSTRING_INDEX(i.address, '/', 1), ' ', 1)), s.id"
            .' FROM device d JOIN '.$ports.' LEFT JOIN segment s ON s.job_id = d.job_id AND s.slug = i.segment',
        );
        $this->addSql(
            'INSERT IGNORE INTO router_segment (router_id, segment_id) SELECT o.id, s.id FROM router o'
            ." JOIN JSON_TABLE(o.record, '\$.interfaces[*]' COLUMNS (segment VARCHAR(64) PATH '\$.segment')) i"
            .' JOIN segment s ON s.job_id = o.job_id AND s.slug = i.segment',
        );
        $this->moveBench('plan_record', 'device', 't.job_id = o.job_id AND t.slug = o.slug');
        $this->moveRunsBack();
        $this->addSql('ALTER TABLE journal DROP shape');
        foreach (['plan_reference', 'plan_record', 'run', 'messenger_messages'] as $table) {
            $this->addSql('DROP TABLE '.$table);
        }
    }

    private function createTables(): void
    {
        $json = static fn (string $path): string => \sprintf("JSON_VALUE(record, '\$.%s')", $path);
        $mac = static fn (int $port): string => \sprintf(
            "UPPER(REPLACE(REPLACE(REPLACE(REPLACE(%s, ':', ''), '-', ''), '.', ''), ' ', ''))",
            $json('interfaces['.$port.'].mac'),
        );
        $address = static fn (int $port): string => \sprintf(
            "SUBSTRING_INDEX(SUBSTRING_INDEX(%s, '/', 1), ' ', 1)",
            $json('interfaces['.$port.'].address'),
        );
        $made = [
            'name VARCHAR(120) AS (COALESCE('.$json('name').', slug)) VIRTUAL',
            'serial VARCHAR(80) AS ('.$json('serial').') VIRTUAL',
            'hostname VARCHAR(63) AS ('.$json('hostname').') VIRTUAL',
            'number VARCHAR(15) AS ('.$json('number').') VIRTUAL',
            'mac_1 VARCHAR(40) AS ('.$mac(0).') VIRTUAL',
            'mac_2 VARCHAR(40) AS ('.$mac(1).') VIRTUAL',
            'address_1 VARCHAR(40) AS ('.$address(0).') VIRTUAL',
            'address_2 VARCHAR(40) AS ('.$address(1).') VIRTUAL',
        ];
        $indexes = array_map(
            static fn (string $column): string => \sprintf('INDEX plan_%1$s (%1$s)', $column),
            ['name', 'serial', 'hostname', 'number', 'mac_1', 'mac_2', 'address_1', 'address_2'],
        );
        $this->addSql(
            'CREATE TABLE plan_record (id INT AUTO_INCREMENT NOT NULL, job_id INT NOT NULL, list VARCHAR(20) NOT NULL,'
            .' slug VARCHAR(64) NOT NULL, position INT NOT NULL, version INT NOT NULL, shape SMALLINT NOT NULL,'
            .' record MEDIUMTEXT NOT NULL CHECK (JSON_VALID(record)), changed_by_id INT DEFAULT NULL, changed_at DATETIME NOT NULL, '
            .implode(', ', $made).', '.implode(', ', $indexes)
            .', INDEX IDX_A51CA7FBE04EA9 (job_id), INDEX IDX_A51CA7F828AD0A0 (changed_by_id),'
            .' UNIQUE INDEX plan_record_of_job (job_id, list, slug), PRIMARY KEY (id))'.self::OPTIONS,
        );
        $this->addSql('ALTER TABLE plan_record ADD CONSTRAINT plan_record_job FOREIGN KEY (job_id) REFERENCES job (id) ON DELETE CASCADE');
        $this->addSql('ALTER TABLE plan_record ADD CONSTRAINT plan_record_changed_by FOREIGN KEY (changed_by_id) REFERENCES '
            .'user_account (id) ON DELETE SET NULL');
        $this->addSql(
            'CREATE TABLE plan_reference (from_id INT NOT NULL, to_id INT NOT NULL, INDEX plan_reference_to (to_id),'
            .' PRIMARY KEY (from_id, to_id))'.self::OPTIONS,
        );
        $this->addSql('ALTER TABLE plan_reference ADD CONSTRAINT plan_reference_from_id FOREIGN KEY (from_id) REFERENCES '
            .'plan_record (id) ON DELETE CASCADE');
        $this->addSql('ALTER TABLE plan_reference ADD CONSTRAINT plan_reference_to_id FOREIGN KEY (to_id) REFERENCES '
            .'plan_record (id) ON DELETE RESTRICT');
        $this->addSql(
            'CREATE TABLE run (id INT AUTO_INCREMENT NOT NULL, kind VARCHAR(12) NOT NULL, job_id INT DEFAULT NULL, user_id INT NOT NULL,'
            .' created_at DATETIME NOT NULL, status VARCHAR(12) NOT NULL, attempts INT NOT NULL, done INT NOT NULL, total INT NOT NULL,'
            .' cancelled TINYINT NOT NULL, message TEXT NOT NULL, task LONGTEXT NOT NULL, result MEDIUMTEXT NOT NULL,'
            .' INDEX run_of_job (job_id, kind, id), INDEX run_of_user (user_id), PRIMARY KEY (id))'.self::OPTIONS,
        );
        $this->addSql('ALTER TABLE run ADD CONSTRAINT run_job FOREIGN KEY (job_id) REFERENCES job (id) ON DELETE CASCADE');
        $this->addSql('ALTER TABLE run ADD CONSTRAINT run_user FOREIGN KEY (user_id) REFERENCES user_account (id) ON DELETE CASCADE');
        $this->addSql(
            'CREATE TABLE messenger_messages (id BIGINT AUTO_INCREMENT NOT NULL, body LONGTEXT NOT NULL, headers LONGTEXT NOT NULL,'
            .' queue_name VARCHAR(190) NOT NULL, created_at DATETIME NOT NULL, available_at DATETIME NOT NULL, '
                .'delivered_at DATETIME DEFAULT NULL,'
            .' INDEX messenger_next (queue_name, available_at, delivered_at, id), PRIMARY KEY (id))'.self::OPTIONS,
        );
    }

    private function refer(string $from, string $to, string $when): void
    {
        $this->addSql(
            'INSERT IGNORE INTO plan_reference (from_id, to_id) SELECT f.id, t.id FROM plan_record f'
            .' JOIN plan_record t ON t.job_id = f.job_id AND t.list = ? AND '.$when.' WHERE f.list = ?',
            [$to, $from],
        );
    }

    private function moveBench(string $old, string $new, string $same): void
    {
        $key = 'plan_record' === $old ? 'bench_record_device' : 'FK_C89A9B4294A4C7D4';
        $this->addSql('ALTER TABLE bench_record DROP FOREIGN KEY '.$key);
        $move = 'UPDATE bench_record b JOIN %s o ON o.id = b.device_id JOIN %s t ON %s SET b.device_id = t.id';
        $this->addSql(\sprintf($move, $old, $new, $same));
        $key = 'plan_record' === $new ? 'bench_record_device' : 'FK_C89A9B4294A4C7D4';
        $this->addSql(\sprintf('ALTER TABLE bench_record ADD CONSTRAINT %s FOREIGN KEY (device_id) REFERENCES %s (id) ON DELETE '
            .'CASCADE', $key, $new));
    }

    private function moveRuns(): void
    {
        $into = 'INSERT INTO run (kind, job_id, user_id, created_at, status, attempts, done, total, cancelled, '
            .'message, task, result) SELECT ';
        $over = "IF(status IN ('done', 'failed', 'cancelled'), status, 'failed')";
        $ended = "IF(status IN ('done', 'failed', 'cancelled'), %s, 'It was on its way while the server was changed. Begin it anew.')";
        $this->addSql(
            $into."'import', job_id, user_id, created_at, ".$over.', 1, done, total, 0, '.\sprintf($ended, 'message')
            .", JSON_OBJECT('content', content, 'list', IF(device_list, TRUE, FALSE)), '{}' FROM import_run ORDER BY id",
        );
        $this->addSql(
            $into."'sweep', job_id, user_id, created_at, ".$over.', 1, done, done, cancelled, '.\sprintf($ended, "''")
            .", CONCAT('{\"addresses\":', IF('' = addresses, '[]', CONCAT('[\"', REPLACE(addresses, ',', '\",\"'), "
                ."'\"]')), ',\"vantage\":', JSON_QUOTE(vantage), '}'), answers"
            .' FROM sweep_run ORDER BY id',
        );
        $this->addSql(
            $into."'test', job_id, user_id, created_at, ".$over.', 1, done, total, cancelled, '.\sprintf($ended, 'message')
            .", JSON_OBJECT('intent', intent, 'pair', pair, 'onSite', IF(on_site, TRUE, FALSE), 'cell', cell), "
                ."JSON_OBJECT('holding', holding, 'differing', differing)"
            .' FROM test_run ORDER BY id',
        );
    }

    private function moveRunsBack(): void
    {
        $json = static fn (string $from, string $path): string => \sprintf("JSON_VALUE(%s, '\$.%s')", $from, $path);
        $this->addSql(
            'INSERT INTO import_run (job_id, user_id, created_at, status, done, total, message, content, device_list)'
            .' SELECT job_id, user_id, created_at, status, done, total, message, '
                ."COALESCE(JSON_UNQUOTE(JSON_EXTRACT(task, '\$.content')), ''), COALESCE(".$json('task', 'list').', 0)'
                ." FROM run WHERE kind = 'import' ORDER BY id",
        );
        $this->addSql(
            'INSERT INTO sweep_run (job_id, user_id, created_at, status, done, cancelled, answers, addresses, vantage)'
            .' SELECT job_id, user_id, created_at, status, done, cancelled, result,'
            ." REPLACE(REPLACE(REPLACE(REPLACE(JSON_COMPACT(JSON_EXTRACT(task, '\$.addresses')), '[', ''), ']', "
                ."''), '\"', ''), ' ', ''), ".$json('task', 'vantage')
            ." FROM run WHERE kind = 'sweep' ORDER BY id",
        );
        $this->addSql(
            'INSERT INTO test_run (job_id, user_id, created_at, status, done, total, holding, differing, '
            .'cancelled, message, intent, pair, on_site, cell)'
            .' SELECT job_id, user_id, created_at, status, done, total, COALESCE('.$json('result', 'holding').', 0),'
            .' COALESCE('.$json('result', 'differing').', 0),'
            .' cancelled, LEFT(message, 400), NULLIF('.$json('task', 'intent').", 'null'), NULLIF(".$json('task', 'pair')
            .", 'null'), COALESCE(".$json('task', 'onSite').', 0), NULLIF('.$json('task', 'cell').", 'null')"
            ." FROM run WHERE kind = 'test' ORDER BY id",
        );
    }

    /** @return array{string, string} further columns of a list's old table, and their values */
    private static function oldColumns(string $list): array
    {
        $json = static fn (string $path): string => \sprintf("JSON_VALUE(r.record, '\$.%s')", $path);

        return match ($list) {
            'locations', 'routers' => [', name', ', r.name'],
            'segments' => [', name, vlan', ', r.name, '.$json('vlan')],
            'devices' => [', name, profile, serial, hostname, location_id', ', r.name, '.$json('profile').', r.serial, r.hostname, l.id'],
            'extensions' => [', device_id, server_id', ', d.id, s.id'],
            'intents' => [', kind', ', '.$json('kind')],
            default => ['', ''],
        };
    }

    private static function oldPlace(): string
    {
        return " LEFT JOIN location l ON l.job_id = r.job_id AND l.slug = JSON_VALUE(r.record, '\$.location')";
    }

    private static function oldDevice(string $as, string $key): string
    {
        return \sprintf(" LEFT JOIN device %1\$s ON %1\$s.job_id = r.job_id AND %1\$s.slug = JSON_VALUE(r.record, '\$.%2\$s')", $as, $key);
    }

    private function createOldTables(): void
    {
        $record = 'id INT AUTO_INCREMENT NOT NULL, record MEDIUMTEXT NOT NULL, version INT DEFAULT 1 NOT NULL, '
            .'changed_at DATETIME DEFAULT NULL, slug VARCHAR(64) NOT NULL, position INT NOT NULL, changed_by_id '
            .'INT DEFAULT NULL, job_id INT NOT NULL, ';
        $tables = [
            'location' => 'name VARCHAR(120) NOT NULL, ',
            'segment' => 'name VARCHAR(120) NOT NULL, vlan INT DEFAULT NULL, ',
            'router' => 'name VARCHAR(120) NOT NULL, ',
            'job_profile' => '',
            'device' => 'name VARCHAR(120) NOT NULL, profile VARCHAR(64) NOT NULL, serial VARCHAR(80) DEFAULT NULL, hostname '
                .'VARCHAR(63) DEFAULT NULL, location_id INT DEFAULT NULL, INDEX IDX_92FB68E64D218E (location_id), ',
            'extension' => 'device_id INT DEFAULT NULL, server_id INT DEFAULT NULL, INDEX IDX_9FB73D7794A4C7D4 (device_id), '
                .'INDEX IDX_9FB73D771844E6B7 (server_id), ',
            'intent' => 'kind VARCHAR(20) NOT NULL, ',
        ];
        foreach ($tables as $table => $columns) {
            $keys = 'INDEX '.$table.'_changed_by (changed_by_id), UNIQUE INDEX '.$table.'_of_job (job_id, slug), PRIMARY KEY (id)';
            $this->addSql('CREATE TABLE '.$table.' ('.$record.$columns.$keys.')'.self::OPTIONS);
            $this->addSql('ALTER TABLE '.$table.' ADD CONSTRAINT FOREIGN KEY (job_id) REFERENCES job (id) ON DELETE CASCADE');
            $by = ' ADD CONSTRAINT FOREIGN KEY (changed_by_id) REFERENCES user_account (id) ON DELETE SET NULL';
            $this->addSql('ALTER TABLE '.$table.$by);
        }
        $this->addSql('ALTER TABLE device ADD CONSTRAINT FK_92FB68E64D218E FOREIGN KEY (location_id) REFERENCES location '
            .'(id) ON DELETE RESTRICT');
        $this->addSql('ALTER TABLE extension ADD CONSTRAINT FK_9FB73D7794A4C7D4 FOREIGN KEY (device_id) REFERENCES device '
            .'(id) ON DELETE RESTRICT');
        $this->addSql('ALTER TABLE extension ADD CONSTRAINT FK_9FB73D771844E6B7 FOREIGN KEY (server_id) REFERENCES device '
            .'(id) ON DELETE RESTRICT');
        $this->addSql('CREATE TABLE device_port (id INT AUTO_INCREMENT NOT NULL, mac CHAR(12) DEFAULT NULL, address BIGINT '
            .'UNSIGNED DEFAULT NULL, segment_id INT DEFAULT NULL, device_id INT NOT NULL, INDEX '
            .'IDX_CAA888F6DB296AAD (segment_id), INDEX IDX_CAA888F694A4C7D4 (device_id), INDEX '
            .'IDX_CAA888F61713EB65 (mac), INDEX IDX_CAA888F6D4E6F81 (address), PRIMARY KEY (id))'.self::OPTIONS);
        $this->addSql('ALTER TABLE device_port ADD CONSTRAINT FK_CAA888F6DB296AAD FOREIGN KEY (segment_id) REFERENCES '
            .'segment (id) ON DELETE RESTRICT');
        $this->addSql('ALTER TABLE device_port ADD CONSTRAINT FK_CAA888F694A4C7D4 FOREIGN KEY (device_id) REFERENCES device '
            .'(id) ON DELETE CASCADE');
        $this->addSql('CREATE TABLE router_segment (router_id INT NOT NULL, segment_id INT NOT NULL, INDEX '
            .'IDX_E15B39C7169071B9 (router_id), INDEX IDX_E15B39C7DB296AAD (segment_id), PRIMARY KEY (router_id, '
            .'segment_id))'.self::OPTIONS);
        $this->addSql('ALTER TABLE router_segment ADD CONSTRAINT FK_E15B39C7169071B9 FOREIGN KEY (router_id) REFERENCES '
            .'router (id) ON DELETE CASCADE');
        $this->addSql('ALTER TABLE router_segment ADD CONSTRAINT FK_E15B39C7DB296AAD FOREIGN KEY (segment_id) REFERENCES '
            .'segment (id) ON DELETE RESTRICT');
        $run = 'id INT AUTO_INCREMENT NOT NULL, done INT NOT NULL, status VARCHAR(12) NOT NULL, created_at DATETIME '
            .'NOT NULL, user_id INT NOT NULL, ';
        $runs = [
            'import_run' => 'total INT NOT NULL, message LONGTEXT NOT NULL, content LONGTEXT NOT NULL, device_list TINYINT NOT '
                .'NULL, job_id INT DEFAULT NULL, ',
            'sweep_run' => 'cancelled TINYINT NOT NULL, answers MEDIUMTEXT NOT NULL, addresses MEDIUMTEXT NOT NULL, vantage '
                .'VARCHAR(64) NOT NULL, job_id INT NOT NULL, ',
            'test_run' => 'total INT NOT NULL, holding INT NOT NULL, differing INT NOT NULL, cancelled TINYINT NOT NULL, '
                .'message VARCHAR(400) NOT NULL, intent VARCHAR(64) DEFAULT NULL, pair VARCHAR(140) DEFAULT NULL, '
                .'on_site TINYINT NOT NULL, cell VARCHAR(300) DEFAULT NULL, job_id INT NOT NULL, ',
        ];
        foreach ($runs as $table => $columns) {
            $this->addSql('CREATE TABLE '.$table.' ('.$run.$columns.'PRIMARY KEY (id))'.self::OPTIONS);
            $this->addSql('ALTER TABLE '.$table.' ADD CONSTRAINT FOREIGN KEY (job_id) REFERENCES job (id) ON DELETE CASCADE');
            $this->addSql('ALTER TABLE '.$table.' ADD CONSTRAINT FOREIGN KEY (user_id) REFERENCES user_account (id) ON DELETE CASCADE');
        }
        $this->addSql('CREATE TABLE queue_message (id BIGINT AUTO_INCREMENT NOT NULL, queue VARCHAR(40) NOT NULL, body '
            .'LONGTEXT NOT NULL, headers LONGTEXT NOT NULL, created_at DATETIME NOT NULL, available_at DATETIME '
            .'NOT NULL, delivered_at DATETIME DEFAULT NULL, INDEX queue_next (queue, available_at, delivered_at), '
            .'PRIMARY KEY (id))'.self::OPTIONS);
    }
}
