<?php

declare(strict_types=1);

use Vorhut\Core\Exchange\JobGenerator;
use Vorhut\Core\Record\Json;

/*
 * Brings large job files in through the worker, one after the other: php bench/imports.php [times] [devices]
 * (default 20 of 10000; bin/start first). Says how long each took and how it ended, and removes the jobs.
 */

require dirname(__DIR__).'/vendor/autoload.php';
ini_set('memory_limit', '512M');

$times = (int) ($argv[1] ?? 20);
$devices = (int) ($argv[2] ?? 10000);
$patience = 180;
$request = (require __DIR__.'/client.php')();
$file = (string) tempnam(sys_get_temp_dir(), 'job');
file_put_contents($file, Json::line((new JobGenerator($devices, 3))->generate()));
printf("%d devices, %.1f MB\n", $devices, filesize($file) / 1e6);
$ended = 0;
for ($n = 1; $n <= $times; ++$n) {
    $start = hrtime(true);
    $upload = new CURLFile($file, 'application/json', 'job.json');
    $answer = $request('/jobs/import', ['_token' => 'csrf-token', 'file' => $upload]);
    do {
        usleep(200_000);
        $page = $request('/')['body'];
        $seconds = (hrtime(true) - $start) / 1e9;
    } while (preg_match('/waiting for the worker|Import: \d+ %/', $page) && $seconds < $patience);
    $here = preg_match('#is here, with '.$devices.' devices.*?href="/job/([^"]+)"#s', $page, $match);
    printf("%2d  %d  %.1f s  %s\n", $n, $answer['code'], $seconds, $here ? 'here' : ($seconds < $patience ? 'failed' : 'stuck'));
    $ended += $here;
    if ($here) {
        $request('/job/'.$match[1].'/remove', ['_token' => 'csrf-token', 'name' => sprintf('Generated, %d devices', $devices)]);
    }
}
unlink($file);
printf("%d of %d came in\n", $ended, $times);
exit($ended === $times ? 0 : 1);
