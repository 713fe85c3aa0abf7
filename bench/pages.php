<?php

declare(strict_types=1);

/*
 * Times the pages of a large job on the running application: php bench/pages.php [devices]   (default 2000; bin/start first)
 * Brings a generated job in, asks every page eight times, counts queries by the database's own counter, removes the job.
 */

use Doctrine\ORM\EntityManagerInterface;
use Vorhut\App\Boot;
use Vorhut\App\Entity\User;
use Vorhut\App\Job\ShippedProfiles;
use Vorhut\App\Plan\JobStore;
use Vorhut\Core\JobFile\JobFile;
use Vorhut\Core\JobFile\JobGenerator;
use Vorhut\Core\JobFile\Json;

require dirname(__DIR__).'/vendor/autoload.php';
ini_set('memory_limit', '512M');

$devices = (int) ($argv[1] ?? 2000);
$base = 'http://127.0.0.1:'.(getenv('VORHUT_PORT') ?: '8047');
$kernel = Boot::kernel('prod', false);
$kernel->boot();
$em = $kernel->getContainer()->get('doctrine')->getManager();
assert($em instanceof EntityManagerInterface);
$connection = $em->getConnection();
$store = new JobStore($em, ShippedProfiles::load(), new Symfony\Component\Clock\NativeClock());
$start = hrtime(true);
$stored = $store->create(JobFile::read(Json::pretty((new JobGenerator($devices, 3))->generate()), ShippedProfiles::load()), $em->getRepository(User::class)->findOneBy(['username' => 'ines']));
printf("%d devices stored in %.1f s\n", $devices, (hrtime(true) - $start) / 1e9);

$cookies = (string) tempnam(sys_get_temp_dir(), 'vorhut');
$request = static function (string $path, array $form = []) use ($base, $cookies): array {
    $curl = curl_init($base.$path);
    curl_setopt_array($curl, [\CURLOPT_RETURNTRANSFER => true, \CURLOPT_COOKIEJAR => $cookies, \CURLOPT_COOKIEFILE => $cookies, \CURLOPT_ENCODING => 'gzip', \CURLOPT_REFERER => $base.'/login'] + ([] === $form ? [] : [\CURLOPT_POSTFIELDS => http_build_query($form)]));
    $body = (string) curl_exec($curl);
    $answer = ['code' => curl_getinfo($curl, \CURLINFO_RESPONSE_CODE), 'ms' => curl_getinfo($curl, \CURLINFO_TOTAL_TIME) * 1000, 'kB' => strlen($body) / 1024];
    curl_close($curl);

    return $answer;
};
$request('/login', ['_username' => 'ines', '_password' => 'ferry-bell-lamp', '_csrf_token' => 'csrf-token']);
$selects = static fn (): int => (int) $connection->fetchNumeric("SHOW GLOBAL STATUS LIKE 'Com_select'")[1];
printf("%-28s %6s %10s %10s %8s %8s\n", 'page', 'code', 'first ms', 'median ms', 'queries', 'kB');
foreach (['' => 'Brief', '/networks' => 'Networks', '/devices' => 'Devices', '/devices?sel=dev-7' => 'Devices, one selected', '/bench' => 'Bench', '/bench/dev-7' => 'Bench, one unit', '/proof' => 'Proof', '/find?q=dev-1999' => 'Find'] as $path => $name) {
    $first = $request('/job/'.$stored->getSlug().$path);
    $before = $selects();
    $answer = $request('/job/'.$stored->getSlug().$path);
    $queries = $selects() - $before;
    $times = [];
    for ($n = 0; $n < 8; ++$n) {
        $times[] = $request('/job/'.$stored->getSlug().$path)['ms'];
    }
    sort($times);
    printf("%-28s %6d %10.0f %10.0f %8d %8.0f\n", $name, $answer['code'], $first['ms'], ($times[3] + $times[4]) / 2, $queries, $answer['kB']);
}
unlink($cookies);
$store->remove($em->getRepository(Vorhut\App\Entity\StoredJob::class)->find($stored->getId()) ?? throw new LogicException('gone'));
