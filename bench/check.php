<?php

declare(strict_types=1);

use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Exchange\JobGenerator;
use Vorhut\Core\Findings\Check;
use Vorhut\Core\Record\Json;

/*
 * Times the findings of a job in which every tenth unit is wrong: php bench/check.php [devices]   (default 10000)
 * In turn: the address of a neighbour, no gateway, a gateway that is no router, too wide a mask.
 */

require dirname(__DIR__).'/vendor/autoload.php';

$devices = (int) ($argv[1] ?? 10000);
$data = (new JobGenerator($devices, 3))->generate();
$spoiled = 0;
$neighbours = [];
foreach ($data['devices'] as $number => $device) {
    $address = $device['interfaces'][0]['address'] ?? null;
    $segment = $device['interfaces'][0]['segment'] ?? '';
    $before = $neighbours[$segment] ?? null;
    $neighbours[$segment] = $address;
    if (0 !== $number % 10 || !is_string($address) || !is_string($before)) {
        continue;
    }
    $change = match ($spoiled++ % 4) {
        0 => ['address' => $before],
        1 => ['gateway' => null],
        2 => ['gateway' => strtok($before, '/')],
        default => ['address' => strtok($address, '/').'/16'],
    };
    $data['devices'][$number]['interfaces'][0] = $change + $device['interfaces'][0];
}
$job = JobFile::read(Json::pretty($data), ShippedProfiles::load());
$times = [];
for ($n = 0; $n < 3; ++$n) {
    $start = hrtime(true);
    $findings = Check::run($job);
    $times[] = (hrtime(true) - $start) / 1e6;
}
printf(
    "%d devices, %d made wrong: %d findings in %.0f ms, peak %.0f MB\n",
    $devices,
    $spoiled,
    count($findings),
    min($times),
    memory_get_peak_usage(true) / 1048576,
);
