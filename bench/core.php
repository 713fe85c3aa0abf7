<?php

declare(strict_types=1);

use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Exchange\JobGenerator;
use Vorhut\Core\Findings\Check;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Reach\Walk\Exchange;
use Vorhut\Core\Reach\Walk\Topology;
use Vorhut\Core\Record\Json;

/*
 * Times the core on generated jobs: php bench/core.php [devices …]   (default 500 1000 2000 5000 10000)
 * With --same-network first, every size (1 000 and more) has the 82 segments and 294 intents of 5 000 devices.
 * Each size runs in a process of its own; times are the best of three, memory is the peak.
 */

require dirname(__DIR__).'/vendor/autoload.php';

if ('--one' !== ($argv[1] ?? '')) {
    $same = '--same-network' === ($argv[1] ?? '');
    if ($same) {
        array_splice($argv, 1, 1);
    }
    printf("%8s %10s %10s %10s %10s %12s %9s\n", 'devices', 'decode ms', 'read ms', 'check ms', 'prove ms', 'reach/s', 'peak MB');
    foreach (array_slice($argv, 1) ?: ['500', '1000', '2000', '5000', '10000'] as $size) {
        passthru(sprintf('%s %s --one %d %d', escapeshellarg(\PHP_BINARY), escapeshellarg(__FILE__), $size, $same));
    }
    exit(0);
}

$devices = (int) $argv[2];
$text = Json::pretty(('1' === $argv[3] ? new JobGenerator($devices, 3, 82, 294) : new JobGenerator($devices, 3))->generate());
$library = ShippedProfiles::load();
$best = static function (callable $work): float {
    $times = [];
    for ($n = 0; $n < 3; ++$n) {
        $start = hrtime(true);
        $work();
        $times[] = (hrtime(true) - $start) / 1e6;
    }

    return min($times);
};
$decode = $best(static fn () => json_decode($text, true));
$read = $best(static fn () => JobFile::read($text, $library));
$job = JobFile::read($text, $library);
$check = $best(static fn () => Check::run($job));
$prove = $best(static fn () => (new Prover($job))->prove());
$network = Topology::network($job);
$exchange = new Exchange($network);
$nodes = array_values($network->nodes);
$random = new Random\Randomizer(new Random\Engine\Mt19937(1));
$queries = [];
for ($n = 0; $n < 20000; ++$n) {
    $queries[] = [
        $nodes[$random->getInt(0, count($nodes) - 1)],
        Ipv4Address::fromInt($nodes[$random->getInt(0, count($nodes) - 1)]->firstAddress() ?? 0),
    ];
}
$icmp = Service::fromString('icmp');
$ask = $best(static function () use ($queries, $exchange, $icmp): void {
    foreach ($queries as [$from, $to]) {
        $exchange->ask($from, $to, $icmp);
    }
});
printf(
    "%8d %10.0f %10.0f %10.0f %10.0f %12.0f %9.0f\n",
    $devices,
    $decode,
    $read,
    $check,
    $prove,
    (count($queries) / $ask) * 1000,
    memory_get_peak_usage(true) / 1048576,
);
