<?php

declare(strict_types=1);

/*
 * Many people at once on the running application: php bench/load.php [people] [devices] [seconds] [edits]   (default 50 2000 60 0)
 * Each is logged in for themselves, opens a page of the same job, thinks two seconds, opens another; of a hundred requests so many
 * as given change the gateway of a unit instead. bin/start first.
 */

require dirname(__DIR__).'/vendor/autoload.php';
ini_set('memory_limit', '512M');

[$people, $devices, $seconds] = [(int) ($argv[1] ?? 50), (int) ($argv[2] ?? 2000), (int) ($argv[3] ?? 60)];
$edits = (int) ($argv[4] ?? 0);
const THINK = 2.0;
const PAGES = ['', '/networks', '/devices', '/devices?page=3', '/devices?sel=dev-7', '/bench', '/bench/dev-7', '/proof', '/addresses'];

$base = 'http://127.0.0.1:'.(getenv('VORHUT_PORT') ?: '8047');
['slug' => $slug, 'remove' => $remove] = (require __DIR__.'/job.php')($devices);
$random = new Random\Randomizer(new Random\Engine\Mt19937(1));
$multi = curl_multi_init();
$persons = [];
for ($n = 0; $n < $people; ++$n) {
    $curl = curl_init($base.'/login');
    curl_setopt_array($curl, [
        \CURLOPT_RETURNTRANSFER => true,
        \CURLOPT_COOKIEFILE => '',
        \CURLOPT_ENCODING => 'gzip',
        \CURLOPT_REFERER => $base.'/login',
        \CURLOPT_POSTFIELDS => http_build_query([
            '_username' => 'ines',
            '_password' => 'ferry-bell-lamp',
            '_csrf_token' => 'csrf-token',
        ]),
    ]);
    curl_exec($curl);
    curl_setopt($curl, \CURLOPT_HTTPGET, true);
    $persons[spl_object_id($curl)] = ['curl' => $curl, 'next' => 0.0, 'busy' => false];
}
foreach (PAGES as $page) {
    $curl = reset($persons)['curl'];
    curl_setopt($curl, \CURLOPT_URL, $base.'/job/'.$slug.$page);
    curl_exec($curl);
}
$times = ['pages' => [], 'edits' => []];
$codes = [];
$start = microtime(true);
foreach ($persons as $id => $person) {
    $persons[$id]['next'] = $start + $random->getInt(0, (int) (THINK * 1000)) / 1000;
}
while (microtime(true) - $start < $seconds) {
    foreach ($persons as $id => $person) {
        if (!$person['busy'] && $person['next'] <= microtime(true)) {
            $isEdit = $random->getInt(1, 100) <= $edits;
            $unit = 'dev-'.$random->getInt(0, $devices - 1);
            $path = $isEdit ? '/devices/'.$unit.'/cell' : PAGES[$random->getInt(0, count(PAGES) - 1)];
            $cell = ['_token' => 'csrf-token', 'field' => 'gateway', 'value' => '10.47.9.'.$random->getInt(2, 250), 'version' => 1 << 30];
            curl_setopt_array($person['curl'], [\CURLOPT_URL => $base.'/job/'.$slug.$path, \CURLOPT_HTTPGET => true]);
            if ($isEdit) {
                curl_setopt($person['curl'], \CURLOPT_POSTFIELDS, http_build_query($cell));
            }
            $persons[$id]['kind'] = $isEdit ? 'edits' : 'pages';
            curl_multi_add_handle($multi, $person['curl']);
            $persons[$id]['busy'] = true;
        }
    }
    curl_multi_exec($multi, $running);
    curl_multi_select($multi, 0.01);
    while (false !== ($done = curl_multi_info_read($multi))) {
        $curl = $done['handle'];
        $times[$persons[spl_object_id($curl)]['kind'] ?? 'pages'][] = curl_getinfo($curl, \CURLINFO_TOTAL_TIME) * 1000;
        $code = curl_getinfo($curl, \CURLINFO_RESPONSE_CODE);
        $codes[$code] = ($codes[$code] ?? 0) + 1;
        curl_multi_remove_handle($multi, $curl);
        $persons[spl_object_id($curl)] = ['curl' => $curl, 'next' => microtime(true) + THINK, 'busy' => false];
    }
}
$remove();
foreach (array_filter($times) as $kind => $some) {
    sort($some);
    printf(
        "%d people, %d devices, %s: %.1f a second, p50 %.0f ms, p99 %.0f ms\n",
        $people,
        $devices,
        $kind,
        count($some) / $seconds,
        $some[intdiv(count($some), 2)],
        $some[(int) (count($some) * 0.99)],
    );
}
printf("answers %s\n", json_encode($codes));
