<?php

declare(strict_types=1);

/*
 * Times Proof without and with many observations, and right after one more: php bench/observations.php [observations]
 * (default 100000; a job of 2 000 devices; bin/start first).
 */

require dirname(__DIR__).'/vendor/autoload.php';
ini_set('memory_limit', '512M');

$count = (int) ($argv[1] ?? 100000);
['slug' => $slug, 'connection' => $connection, 'remove' => $remove] = (require __DIR__.'/job.php')(2000);
$request = (require __DIR__.'/client.php')();
$job = (int) $connection->fetchOne('SELECT id FROM job WHERE slug = ?', [$slug]);
$intents = $connection->fetchFirstColumn("SELECT slug FROM plan_record WHERE job_id = ? AND list = 'intents'", [$job]);
$observe = static function (int $from, int $many) use ($connection, $job, $intents): void {
    foreach (array_chunk(range($from, $from + $many - 1), 1000) as $some) {
        $rows = array_map(static fn (int $n): string => sprintf(
            "(%d, '%s', 'dev-%d', 'dev-%d', 'through', '', NOW(), 0, 1)",
            $job,
            $intents[$n % count($intents)],
            $n % 1999,
            intdiv($n, 1999) % 1999,
        ), $some);
        $connection->executeStatement(
            'INSERT INTO observation (job_id, intent, asker, asked, span, note, at, withdrawn, on_site) VALUES '.implode(', ', $rows),
        );
    }
};
$time = static function (string $when) use ($request, $slug): void {
    $times = [];
    for ($n = 0; $n < 9; ++$n) {
        $times[] = $request('/job/'.$slug.'/proof')['ms'];
    }
    $first = array_shift($times);
    sort($times);
    printf("%-24s first %4.0f ms, median %4.0f ms\n", $when, $first, ($times[3] + $times[4]) / 2);
};
$request('/job/'.$slug.'/proof');
$time('no observation');
$observe(0, $count);
$time(number_format($count).' observations');
$observe($count, 1);
$time('one more');
$remove();
