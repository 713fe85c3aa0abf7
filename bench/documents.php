<?php

declare(strict_types=1);

/*
 * Times all documents of a large job, made by the worker of the running application:
 * php bench/documents.php [devices]   (default 2000; bin/start first). Peak memory is the worker's own, from /proc.
 */

require dirname(__DIR__).'/vendor/autoload.php';
ini_set('memory_limit', '1G');

['slug' => $slug, 'remove' => $remove] = (require __DIR__.'/job.php')((int) ($argv[1] ?? 2000));
$request = (require __DIR__.'/client.php')();
preg_match_all('/name="d\[\]" value="([a-z-]+)"/', $request('/job/'.$slug.'/hand-over')['body'], $names);
$start = hrtime(true);
$request('/job/'.$slug.'/hand-over/documents', ['d' => $names[1], '_token' => 'csrf-token']);
$peak = 0;
do {
    usleep(500000);
    foreach (glob('/proc/[0-9]*/status') ?: [] as $status) {
        $isWorker = str_contains((string) @file_get_contents(dirname($status).'/cmdline'), 'messenger:consume');
        preg_match('/VmHWM:\s+(\d+)/', $isWorker ? (string) @file_get_contents($status) : '', $found);
        $peak = max($peak, (int) ($found[1] ?? 0));
    }
    $body = $request('/job/'.$slug.'/hand-over')['body'];
    $isOver = str_contains($body, 'Carry it off') || str_contains($body, 'Documents failed');
} while (!$isOver && hrtime(true) - $start < 600e9);
preg_match('#href="([^"]+documents/\d+\.zip)"#', $body, $link);
$file = $request($link[1] ?? '/');
printf("all documents: %.1f s, %.0f kB, worker at most %.0f MB\n", (hrtime(true) - $start) / 1e9, $file['kB'], $peak / 1024);
$remove();
