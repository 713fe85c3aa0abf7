<?php

declare(strict_types=1);

/*
 * Times the pages of a large job on the running application: php bench/pages.php [devices]   (default 2000; bin/start first)
 * Brings a generated job in, asks every page eight times, counts queries by the database's own counter, removes the job.
 */

require dirname(__DIR__).'/vendor/autoload.php';
ini_set('memory_limit', '512M');

$devices = (int) ($argv[1] ?? 2000);
['slug' => $slug, 'connection' => $connection, 'remove' => $remove] = (require __DIR__.'/job.php')($devices);
$request = (require __DIR__.'/client.php')();
$selects = static fn (): int => (int) $connection->fetchNumeric("SHOW GLOBAL STATUS LIKE 'Com_select'")[1];
printf("%-28s %6s %10s %10s %8s %8s\n", 'page', 'code', 'first ms', 'median ms', 'queries', 'kB');
foreach (
    [
        '' => 'Brief',
        '/networks' => 'Networks',
        '/devices' => 'Devices',
        '/devices?sel=dev-7' => 'Devices, one selected',
        '/bench' => 'Bench',
        '/bench/dev-7' => 'Bench, one unit',
        '/cables' => 'Cables',
        '/media' => 'Media',
        '/chains' => 'Chains',
        '/light' => 'Light',
        '/rooms' => 'Rooms',
        '/power' => 'Power and rack',
        '/proof' => 'Proof',
        '/hand-over' => 'Hand-over',
        '/find?q=dev-1999' => 'Find',
    ] as $path => $name
) {
    $first = $request('/job/'.$slug.$path);
    $before = $selects();
    $answer = $request('/job/'.$slug.$path);
    $queries = $selects() - $before;
    $times = [];
    for ($n = 0; $n < 8; ++$n) {
        $times[] = $request('/job/'.$slug.$path)['ms'];
    }
    sort($times);
    printf(
        "%-28s %6d %10.0f %10.0f %8d %8.0f\n",
        $name,
        $answer['code'],
        $first['ms'],
        ($times[3] + $times[4]) / 2,
        $queries,
        $answer['kB'],
    );
}
$median = static function (array $times): float {
    sort($times);

    return $times[intdiv(count($times), 2)];
};
foreach (['gateway' => '10.47.9.%d', 'name' => 'Renamed %d'] as $field => $value) {
    $edit = $row = [];
    for ($n = 0; $n < 9; ++$n) {
        $unit = '/job/'.$slug.'/devices/dev-'.(100 * $n + 3);
        $cell = ['_token' => 'csrf-token', 'field' => $field, 'value' => sprintf($value, $n + 2), 'version' => 1 << 30];
        $edit[] = $request($unit.'/cell', $cell)['ms'];
        $row[] = $request($unit.'/row')['ms'];
    }
    printf("A %s changed: answered in %.0f ms, findings and predictions %.0f ms later\n", $field, $median($edit), $median($row));
}
$remove();
