<?php

declare(strict_types=1);

use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Exchange\JobGenerator;
use Vorhut\Core\Load\LoadPlan;
use Vorhut\Core\Power\PowerPlan;

/*
 * Times loads and power on a generated job: php bench/cables.php [DEVICES [SWITCHES [STREAMS]]]
 * Devices are plugged into the switches in turn, switches are linked as a tree of eight, every stream goes to two receivers.
 */

require dirname(__DIR__).'/vendor/autoload.php';

[$devices, $switches, $streams] = [(int) ($argv[1] ?? 5000), (int) ($argv[2] ?? 200), (int) ($argv[3] ?? 2000)];
$plan = (new JobGenerator($devices, 3))->generate();
$plan['switches'] = $plan['links'] = $plan['flows'] = [];
$per = (int) ceil($devices / $switches);
for ($s = 0; $s < $switches; ++$s) {
    $ports = array_map(static fn (int $p): array => ['name' => (string) $p, 'poeClass' => 4], range(1, $per));
    foreach (['up', ...array_map(static fn (int $n): string => 'down-'.$n, range(0, 7))] as $name) {
        $ports[] = ['name' => $name, 'mbps' => 10000];
    }
    $plan['switches'][] = ['id' => 'sw-'.$s, 'poeBudgetWatts' => 740, 'ports' => $ports];
    if ($s > 0) {
        $above = intdiv($s - 1, 8);
        $plan['links'][] = ['id' => 'l-'.$s, 'from' => 'sw-'.$s.'/up', 'to' => 'sw-'.$above.'/down-'.(($s - 1) % 8)];
    }
}
foreach (array_keys($plan['devices']) as $n) {
    $to = sprintf('sw-%d/%d', $n % $switches, intdiv($n, $switches) + 1);
    $plan['devices'][$n]['interfaces'][0]['plug'] = ['to' => $to, 'metres' => 20 + $n % 70];
}
foreach ($plan['routers'] as $r => $router) {
    foreach (array_keys($router['interfaces']) as $i) {
        $plan['routers'][$r]['interfaces'][$i]['plug'] = ['to' => 'sw-0/'.$per];
    }
}
$id = static fn (int $n): string => 'device:'.$plan['devices'][$n % $devices]['id'];
for ($f = 0; $f < $streams; ++$f) {
    $plan['flows'][] = [
        'id' => 'f-'.$f, 'from' => $id(7 * $f), 'to' => [$id(11 * $f + 1), $id(13 * $f + 2)],
        'cast' => 0 === $f % 4 ? 'multicast' : 'unicast', 'kbps' => 4000,
    ];
}
$text = json_encode($plan, \JSON_THROW_ON_ERROR);
$time = static function (string $what, Closure $do): mixed {
    $start = hrtime(true);
    $done = $do();
    printf("%-40s %6.0f ms\n", $what, (hrtime(true) - $start) / 1e6);

    return $done;
};
printf("%d devices, %d switches, %d streams, %.1f MB\n", $devices, $switches, $streams, strlen($text) / 1e6);
$job = $time('reading the file', static fn () => JobFile::read($text, ShippedProfiles::load()));
$lines = $time('loads', static fn () => (new LoadPlan($job))->lines());
$time('power', static fn () => new PowerPlan($job));
printf("%d lines, %.0f MB at most\n", count($lines), memory_get_peak_usage() / 1e6);
