CREATE TABLE `ask_link` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `used_at` datetime DEFAULT NULL,
  `withdrawn` tinyint(4) NOT NULL,
  `who` varchar(20) NOT NULL,
  `hash` varchar(64) NOT NULL,
  `until` datetime NOT NULL,
  `job_id` int(11) NOT NULL,
  `given_by_id` int(11) NOT NULL,
  `answered` longtext NOT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `UNIQ_6B7B5494D1B862B8` (`hash`),
  KEY `IDX_6B7B5494BE04EA9` (`job_id`),
  KEY `IDX_6B7B54946EBC53EE` (`given_by_id`),
  CONSTRAINT `FK_6B7B54946EBC53EE` FOREIGN KEY (`given_by_id`) REFERENCES `user_account` (`id`) ON DELETE CASCADE,
  CONSTRAINT `FK_6B7B5494BE04EA9` FOREIGN KEY (`job_id`) REFERENCES `job` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

CREATE TABLE `bench_hand` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `since` datetime NOT NULL,
  `job_id` int(11) NOT NULL,
  `user_id` int(11) NOT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `UNIQ_791D49FBE04EA9A76ED395` (`job_id`,`user_id`),
  KEY `IDX_791D49FBE04EA9` (`job_id`),
  KEY `IDX_791D49FA76ED395` (`user_id`),
  CONSTRAINT `FK_791D49FA76ED395` FOREIGN KEY (`user_id`) REFERENCES `user_account` (`id`) ON DELETE CASCADE,
  CONSTRAINT `FK_791D49FBE04EA9` FOREIGN KEY (`job_id`) REFERENCES `job` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

CREATE TABLE `bench_laptop` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `job_id` int(11) NOT NULL,
  `user_id` int(11) NOT NULL,
  `ports` varchar(400) NOT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `bench_laptop_one` (`job_id`,`user_id`),
  KEY `IDX_B3AF52E8BE04EA9` (`job_id`),
  KEY `IDX_B3AF52E8A76ED395` (`user_id`),
  CONSTRAINT `FK_B3AF52E8A76ED395` FOREIGN KEY (`user_id`) REFERENCES `user_account` (`id`) ON DELETE CASCADE,
  CONSTRAINT `FK_B3AF52E8BE04EA9` FOREIGN KEY (`job_id`) REFERENCES `job` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

CREATE TABLE `bench_record` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `step` varchar(64) NOT NULL,
  `done` tinyint(4) NOT NULL,
  `note` varchar(400) NOT NULL,
  `at` datetime NOT NULL,
  `device_id` int(11) NOT NULL,
  `user_id` int(11) DEFAULT NULL,
  `withdrawn` tinyint(4) NOT NULL DEFAULT 0,
  `reason` varchar(400) NOT NULL DEFAULT '',
  `skipped` tinyint(4) NOT NULL DEFAULT 0,
  `kept` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`kept`)),
  `planned` longtext NOT NULL,
  PRIMARY KEY (`id`),
  KEY `IDX_C89A9B4294A4C7D4` (`device_id`),
  KEY `IDX_C89A9B42A76ED395` (`user_id`),
  KEY `IDX_C89A9B4294A4C7D443B9FE3C` (`device_id`,`step`),
  CONSTRAINT `FK_C89A9B42A76ED395` FOREIGN KEY (`user_id`) REFERENCES `user_account` (`id`) ON DELETE SET NULL,
  CONSTRAINT `bench_record_device` FOREIGN KEY (`device_id`) REFERENCES `plan_record` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

CREATE TABLE `bench_timer` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `device` varchar(64) NOT NULL,
  `step` varchar(64) NOT NULL,
  `number` int(11) NOT NULL,
  `kind` varchar(10) NOT NULL,
  `label` varchar(200) NOT NULL,
  `started_at` datetime NOT NULL,
  `ends_at` datetime NOT NULL,
  `job_id` int(11) NOT NULL,
  `user_id` int(11) DEFAULT NULL,
  PRIMARY KEY (`id`),
  KEY `IDX_77473DE8BE04EA9` (`job_id`),
  KEY `IDX_77473DE8A76ED395` (`user_id`),
  KEY `IDX_77473DE8BE04EA92F4A8AA7` (`job_id`,`ends_at`),
  CONSTRAINT `FK_77473DE8A76ED395` FOREIGN KEY (`user_id`) REFERENCES `user_account` (`id`) ON DELETE SET NULL,
  CONSTRAINT `FK_77473DE8BE04EA9` FOREIGN KEY (`job_id`) REFERENCES `job` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

CREATE TABLE `file_fetch` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `job_id` int(11) NOT NULL,
  `device` varchar(64) DEFAULT NULL,
  `file` varchar(120) NOT NULL,
  `address` varchar(45) NOT NULL,
  `agent` varchar(200) NOT NULL,
  `result` varchar(20) NOT NULL,
  `version` varchar(16) NOT NULL,
  `at` datetime NOT NULL,
  PRIMARY KEY (`id`),
  KEY `IDX_286AD374BE04EA9` (`job_id`),
  KEY `IDX_286AD374BE04EA992FB68EBF396750` (`job_id`,`device`,`id`),
  CONSTRAINT `FK_286AD374BE04EA9` FOREIGN KEY (`job_id`) REFERENCES `job` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

CREATE TABLE `file_point` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `job_id` int(11) NOT NULL,
  `hash` varchar(64) NOT NULL,
  `at` datetime NOT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `UNIQ_1D264313D1B862B8` (`hash`),
  UNIQUE KEY `UNIQ_1D264313BE04EA9` (`job_id`),
  CONSTRAINT `FK_1D264313BE04EA9` FOREIGN KEY (`job_id`) REFERENCES `job` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

CREATE TABLE `job` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `revision` int(11) NOT NULL,
  `ready` tinyint(4) NOT NULL,
  `slug` varchar(64) NOT NULL,
  `name` varchar(120) NOT NULL,
  `client` varchar(200) NOT NULL,
  `timezone` varchar(60) NOT NULL,
  `frame` mediumtext NOT NULL,
  `created_at` datetime NOT NULL,
  `field_ranges` varchar(400) NOT NULL,
  `figures` varchar(200) NOT NULL DEFAULT '[]',
  PRIMARY KEY (`id`),
  UNIQUE KEY `UNIQ_FBD8E0F8989D9B62` (`slug`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

CREATE TABLE `job_look` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `since` datetime NOT NULL,
  `at` datetime NOT NULL,
  `job_id` int(11) NOT NULL,
  `user_id` int(11) NOT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `UNIQ_ACF6A243BE04EA9A76ED395` (`job_id`,`user_id`),
  KEY `IDX_ACF6A243BE04EA9` (`job_id`),
  KEY `IDX_ACF6A243A76ED395` (`user_id`),
  CONSTRAINT `FK_ACF6A243A76ED395` FOREIGN KEY (`user_id`) REFERENCES `user_account` (`id`) ON DELETE CASCADE,
  CONSTRAINT `FK_ACF6A243BE04EA9` FOREIGN KEY (`job_id`) REFERENCES `job` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

CREATE TABLE `job_role` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `job_id` int(11) NOT NULL,
  `user_id` int(11) NOT NULL,
  `role` varchar(20) DEFAULT NULL,
  `set_by_id` int(11) DEFAULT NULL,
  `set_at` datetime NOT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `job_role_one` (`job_id`,`user_id`),
  KEY `IDX_D0A5FC2BBE04EA9` (`job_id`),
  KEY `IDX_D0A5FC2BA76ED395` (`user_id`),
  KEY `IDX_D0A5FC2B3E16DC62` (`set_by_id`),
  CONSTRAINT `FK_D0A5FC2B3E16DC62` FOREIGN KEY (`set_by_id`) REFERENCES `user_account` (`id`) ON DELETE SET NULL,
  CONSTRAINT `FK_D0A5FC2BA76ED395` FOREIGN KEY (`user_id`) REFERENCES `user_account` (`id`) ON DELETE CASCADE,
  CONSTRAINT `FK_D0A5FC2BBE04EA9` FOREIGN KEY (`job_id`) REFERENCES `job` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

CREATE TABLE `journal` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `title` longtext NOT NULL,
  `records` int(11) NOT NULL,
  `edits` longtext NOT NULL,
  `at` datetime NOT NULL,
  `undone_by_id` int(11) DEFAULT NULL,
  `job_id` int(11) NOT NULL,
  `user_id` int(11) DEFAULT NULL,
  `shape` smallint(6) NOT NULL,
  `kind` varchar(4) NOT NULL DEFAULT 'do',
  `subject_id` int(11) DEFAULT NULL,
  `effects` longtext NOT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `UNIQ_C1A7E74D13BADB3A` (`undone_by_id`),
  KEY `IDX_C1A7E74DBE04EA9` (`job_id`),
  KEY `IDX_C1A7E74DA76ED395` (`user_id`),
  KEY `IDX_C1A7E74DBE04EA9BF396750` (`job_id`,`id`),
  KEY `FK_C1A7E74D23EDC87` (`subject_id`),
  CONSTRAINT `FK_C1A7E74D13BADB3A` FOREIGN KEY (`undone_by_id`) REFERENCES `journal` (`id`) ON DELETE SET NULL,
  CONSTRAINT `FK_C1A7E74D23EDC87` FOREIGN KEY (`subject_id`) REFERENCES `journal` (`id`) ON DELETE SET NULL,
  CONSTRAINT `FK_C1A7E74DA76ED395` FOREIGN KEY (`user_id`) REFERENCES `user_account` (`id`) ON DELETE SET NULL,
  CONSTRAINT `FK_C1A7E74DBE04EA9` FOREIGN KEY (`job_id`) REFERENCES `job` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

CREATE TABLE `lab` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `wanted` tinyint(4) NOT NULL,
  `stand_ins` int(11) NOT NULL,
  `message` longtext NOT NULL,
  `blocks` longtext NOT NULL,
  `seen_at` datetime DEFAULT NULL,
  `job_id` int(11) NOT NULL,
  `faults` longtext NOT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `UNIQ_61D6B1C4BE04EA9` (`job_id`),
  CONSTRAINT `FK_61D6B1C4BE04EA9` FOREIGN KEY (`job_id`) REFERENCES `job` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

CREATE TABLE `late_unit` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `device` varchar(64) NOT NULL,
  `until` datetime NOT NULL,
  `job_id` int(11) NOT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `UNIQ_47BD27BFBE04EA992FB68E` (`job_id`,`device`),
  KEY `IDX_47BD27BFBE04EA9` (`job_id`),
  CONSTRAINT `FK_47BD27BFBE04EA9` FOREIGN KEY (`job_id`) REFERENCES `job` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

CREATE TABLE `left_open` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `job_id` int(11) NOT NULL,
  `user_id` int(11) DEFAULT NULL,
  `item` varchar(160) NOT NULL,
  `reason` varchar(300) NOT NULL,
  `at` datetime NOT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `UNIQ_83F7FA6BBE04EA91F1B251E` (`job_id`,`item`),
  KEY `IDX_83F7FA6BBE04EA9` (`job_id`),
  KEY `IDX_83F7FA6BA76ED395` (`user_id`),
  CONSTRAINT `FK_83F7FA6BA76ED395` FOREIGN KEY (`user_id`) REFERENCES `user_account` (`id`) ON DELETE SET NULL,
  CONSTRAINT `FK_83F7FA6BBE04EA9` FOREIGN KEY (`job_id`) REFERENCES `job` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

CREATE TABLE `list_memory` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `job_id` int(11) NOT NULL,
  `said` mediumtext NOT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `UNIQ_73BDF61BBE04EA9` (`job_id`),
  CONSTRAINT `FK_73BDF61BBE04EA9` FOREIGN KEY (`job_id`) REFERENCES `job` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

CREATE TABLE `messenger_messages` (
  `id` bigint(20) NOT NULL AUTO_INCREMENT,
  `body` longtext NOT NULL,
  `headers` longtext NOT NULL,
  `queue_name` varchar(190) NOT NULL,
  `created_at` datetime NOT NULL,
  `available_at` datetime NOT NULL,
  `delivered_at` datetime DEFAULT NULL,
  PRIMARY KEY (`id`),
  KEY `messenger_next` (`queue_name`,`available_at`,`delivered_at`,`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

CREATE TABLE `observation` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `intent` varchar(64) NOT NULL,
  `asker` varchar(64) NOT NULL,
  `asked` varchar(64) NOT NULL,
  `span` varchar(20) NOT NULL,
  `note` varchar(400) NOT NULL,
  `at` datetime NOT NULL,
  `job_id` int(11) NOT NULL,
  `user_id` int(11) DEFAULT NULL,
  `vantage` varchar(64) DEFAULT NULL,
  `evidence` longtext DEFAULT NULL,
  `withdrawn` tinyint(4) NOT NULL DEFAULT 0,
  `on_site` tinyint(4) NOT NULL,
  PRIMARY KEY (`id`),
  KEY `IDX_C576DBE0BE04EA9` (`job_id`),
  KEY `IDX_C576DBE0A76ED395` (`user_id`),
  KEY `IDX_C576DBE0BE04EA9BE6CFB11` (`job_id`,`intent`),
  KEY `observation_pair` (`job_id`,`withdrawn`,`intent`,`asker`,`asked`,`id`),
  CONSTRAINT `FK_C576DBE0A76ED395` FOREIGN KEY (`user_id`) REFERENCES `user_account` (`id`) ON DELETE SET NULL,
  CONSTRAINT `FK_C576DBE0BE04EA9` FOREIGN KEY (`job_id`) REFERENCES `job` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

CREATE TABLE `opened_secret` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `job_id` int(11) NOT NULL,
  `device` varchar(64) NOT NULL,
  `until` datetime NOT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `UNIQ_96B87C16BE04EA992FB68E` (`job_id`,`device`),
  KEY `IDX_96B87C16BE04EA9` (`job_id`),
  CONSTRAINT `FK_96B87C16BE04EA9` FOREIGN KEY (`job_id`) REFERENCES `job` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

CREATE TABLE `plan_record` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `job_id` int(11) NOT NULL,
  `list` varchar(20) NOT NULL,
  `slug` varchar(64) NOT NULL,
  `position` int(11) NOT NULL,
  `version` int(11) NOT NULL,
  `shape` smallint(6) NOT NULL,
  `record` mediumtext NOT NULL CHECK (json_valid(`record`)),
  `changed_by_id` int(11) DEFAULT NULL,
  `changed_at` datetime NOT NULL,
  `name` varchar(120) GENERATED ALWAYS AS (coalesce(json_value(`record`,'$.name'),`slug`)) VIRTUAL,
  `serial` varchar(80) GENERATED ALWAYS AS (json_value(`record`,'$.serial')) VIRTUAL,
  `hostname` varchar(63) GENERATED ALWAYS AS (json_value(`record`,'$.hostname')) VIRTUAL,
  `number` varchar(15) GENERATED ALWAYS AS (json_value(`record`,'$.number')) VIRTUAL,
  `mac_1` varchar(40) GENERATED ALWAYS AS (ucase(replace(replace(replace(replace(json_value(`record`,'$.interfaces[0].mac'),':',''),'-',''),'.',''),' ',''))) VIRTUAL,
  `mac_2` varchar(40) GENERATED ALWAYS AS (ucase(replace(replace(replace(replace(json_value(`record`,'$.interfaces[1].mac'),':',''),'-',''),'.',''),' ',''))) VIRTUAL,
  `address_1` varchar(40) GENERATED ALWAYS AS (substring_index(substring_index(json_value(`record`,'$.interfaces[0].address'),'/',1),' ',1)) VIRTUAL,
  `address_2` varchar(40) GENERATED ALWAYS AS (substring_index(substring_index(json_value(`record`,'$.interfaces[1].address'),'/',1),' ',1)) VIRTUAL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `plan_record_of_job` (`job_id`,`list`,`slug`),
  KEY `plan_name` (`name`),
  KEY `plan_serial` (`serial`),
  KEY `plan_hostname` (`hostname`),
  KEY `plan_number` (`number`),
  KEY `plan_mac_1` (`mac_1`),
  KEY `plan_mac_2` (`mac_2`),
  KEY `plan_address_1` (`address_1`),
  KEY `plan_address_2` (`address_2`),
  KEY `IDX_A51CA7FBE04EA9` (`job_id`),
  KEY `IDX_A51CA7F828AD0A0` (`changed_by_id`),
  CONSTRAINT `plan_record_changed_by` FOREIGN KEY (`changed_by_id`) REFERENCES `user_account` (`id`) ON DELETE SET NULL,
  CONSTRAINT `plan_record_job` FOREIGN KEY (`job_id`) REFERENCES `job` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

CREATE TABLE `plan_reference` (
  `from_id` int(11) NOT NULL,
  `to_id` int(11) NOT NULL,
  PRIMARY KEY (`from_id`,`to_id`),
  KEY `plan_reference_to` (`to_id`),
  CONSTRAINT `plan_reference_from_id` FOREIGN KEY (`from_id`) REFERENCES `plan_record` (`id`) ON DELETE CASCADE,
  CONSTRAINT `plan_reference_to_id` FOREIGN KEY (`to_id`) REFERENCES `plan_record` (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

CREATE TABLE `run` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `kind` varchar(12) NOT NULL,
  `job_id` int(11) DEFAULT NULL,
  `user_id` int(11) NOT NULL,
  `created_at` datetime NOT NULL,
  `status` varchar(12) NOT NULL,
  `attempts` int(11) NOT NULL,
  `done` int(11) NOT NULL,
  `total` int(11) NOT NULL,
  `cancelled` tinyint(4) NOT NULL,
  `message` text NOT NULL,
  `task` longtext NOT NULL,
  `result` mediumtext NOT NULL,
  PRIMARY KEY (`id`),
  KEY `run_of_job` (`job_id`,`kind`,`id`),
  KEY `run_of_user` (`user_id`),
  CONSTRAINT `run_job` FOREIGN KEY (`job_id`) REFERENCES `job` (`id`) ON DELETE CASCADE,
  CONSTRAINT `run_user` FOREIGN KEY (`user_id`) REFERENCES `user_account` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

CREATE TABLE `secret` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `former` longtext DEFAULT NULL,
  `typed_at` datetime DEFAULT NULL,
  `name` varchar(140) NOT NULL,
  `sealed` longtext NOT NULL,
  `at` datetime NOT NULL,
  `job_id` int(11) NOT NULL,
  `by_id` int(11) DEFAULT NULL,
  `in_unit` tinyint(4) NOT NULL DEFAULT 0,
  PRIMARY KEY (`id`),
  UNIQUE KEY `UNIQ_5CA2E8E5BE04EA95E237E06` (`job_id`,`name`),
  KEY `IDX_5CA2E8E5BE04EA9` (`job_id`),
  KEY `IDX_5CA2E8E5AAE72004` (`by_id`),
  CONSTRAINT `FK_5CA2E8E5AAE72004` FOREIGN KEY (`by_id`) REFERENCES `user_account` (`id`) ON DELETE SET NULL,
  CONSTRAINT `FK_5CA2E8E5BE04EA9` FOREIGN KEY (`job_id`) REFERENCES `job` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

CREATE TABLE `signed_state` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `job_id` int(11) NOT NULL,
  `user_id` int(11) DEFAULT NULL,
  `hash` varchar(64) NOT NULL,
  `open` longtext NOT NULL,
  `seen` longtext NOT NULL,
  `at` datetime NOT NULL,
  `taken_by` varchar(120) NOT NULL,
  `reservations` longtext NOT NULL,
  `file` longtext NOT NULL,
  `proven` int(11) NOT NULL,
  `pairs` int(11) NOT NULL,
  `proven_in_lab` int(11) NOT NULL,
  PRIMARY KEY (`id`),
  KEY `IDX_DB992104BE04EA9` (`job_id`),
  KEY `IDX_DB992104A76ED395` (`user_id`),
  CONSTRAINT `FK_DB992104A76ED395` FOREIGN KEY (`user_id`) REFERENCES `user_account` (`id`) ON DELETE SET NULL,
  CONSTRAINT `FK_DB992104BE04EA9` FOREIGN KEY (`job_id`) REFERENCES `job` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

CREATE TABLE `step_photo` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `device` varchar(64) NOT NULL,
  `step` varchar(64) NOT NULL,
  `type` varchar(20) NOT NULL,
  `bytes` mediumblob NOT NULL,
  `at` datetime NOT NULL,
  `job_id` int(11) NOT NULL,
  `user_id` int(11) DEFAULT NULL,
  PRIMARY KEY (`id`),
  KEY `IDX_89573E7BE04EA992FB68E` (`job_id`,`device`),
  KEY `IDX_89573E7BE04EA9` (`job_id`),
  KEY `IDX_89573E7A76ED395` (`user_id`),
  CONSTRAINT `FK_89573E7A76ED395` FOREIGN KEY (`user_id`) REFERENCES `user_account` (`id`) ON DELETE SET NULL,
  CONSTRAINT `FK_89573E7BE04EA9` FOREIGN KEY (`job_id`) REFERENCES `job` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

CREATE TABLE `user_account` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `password` varchar(255) NOT NULL,
  `username` varchar(60) NOT NULL,
  `display_name` varchar(120) NOT NULL,
  `role` varchar(20) DEFAULT NULL,
  `active` tinyint(4) NOT NULL DEFAULT 1,
  `sessions` int(11) NOT NULL DEFAULT 0,
  `link` varchar(64) DEFAULT NULL,
  `link_until` datetime DEFAULT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `UNIQ_253B48AEF85E0677` (`username`),
  UNIQUE KEY `UNIQ_253B48AE36AC99F1` (`link`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

CREATE TABLE `variant` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `job_id` int(11) NOT NULL,
  `user_id` int(11) DEFAULT NULL,
  `name` varchar(80) NOT NULL,
  `at` datetime NOT NULL,
  `trials` longtext NOT NULL,
  PRIMARY KEY (`id`),
  KEY `IDX_F143BFADBE04EA9` (`job_id`),
  KEY `IDX_F143BFADA76ED395` (`user_id`),
  CONSTRAINT `FK_F143BFADA76ED395` FOREIGN KEY (`user_id`) REFERENCES `user_account` (`id`) ON DELETE SET NULL,
  CONSTRAINT `FK_F143BFADBE04EA9` FOREIGN KEY (`job_id`) REFERENCES `job` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

CREATE TABLE `visit` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `job_id` int(11) NOT NULL,
  `user_id` int(11) DEFAULT NULL,
  `units` longtext NOT NULL,
  `seen` longtext NOT NULL,
  `at` datetime NOT NULL,
  `on_site` tinyint(4) NOT NULL,
  `note` varchar(300) NOT NULL,
  `revision` int(11) NOT NULL,
  PRIMARY KEY (`id`),
  KEY `IDX_437EE939BE04EA9` (`job_id`),
  KEY `IDX_437EE939A76ED395` (`user_id`),
  CONSTRAINT `FK_437EE939A76ED395` FOREIGN KEY (`user_id`) REFERENCES `user_account` (`id`) ON DELETE SET NULL,
  CONSTRAINT `FK_437EE939BE04EA9` FOREIGN KEY (`job_id`) REFERENCES `job` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

CREATE TABLE `visit_file` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `visit_id` int(11) NOT NULL,
  `device` varchar(64) NOT NULL,
  `name` varchar(120) NOT NULL,
  `hash` varchar(64) NOT NULL,
  `bytes` int(11) NOT NULL,
  `sealed` mediumtext NOT NULL,
  PRIMARY KEY (`id`),
  KEY `IDX_53C7CBD275FA0FF2` (`visit_id`),
  CONSTRAINT `FK_53C7CBD275FA0FF2` FOREIGN KEY (`visit_id`) REFERENCES `visit` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
