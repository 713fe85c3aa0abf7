<?php

declare(strict_types=1);

use Doctrine\ORM\EntityManagerInterface;
use Vorhut\App\Boot;
use Vorhut\App\Entity\User;
use Vorhut\App\Jobs\JobStore;
use Vorhut\App\Jobs\PlanRecords;
use Vorhut\App\Jobs\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Exchange\JobGenerator;
use Vorhut\Core\Exchange\Upcasters;
use Vorhut\Core\Record\Json;

/*
 * Times the pages of a large job on the running application: php bench/pages.php [devices]   (default 2000; bin/start first)
 * Brings a generated job in, asks every page eight times, counts queries by the database's own counter, removes the job.
 */

require dirname(__DIR__).'/vendor/autoload.php';
ini_set('memory_limit', '512M');

$devices = (int) ($argv[1] ?? 2000);
$kernel = Boot::kernel('prod', false);
$kernel->boot();
$em = $kernel->getContainer()->get('doctrine')->getManager();
assert($em instanceof EntityManagerInterface);
$connection = $em->getConnection();
$library = ShippedProfiles::load();
$records = new PlanRecords($connection, $library, Upcasters::shipped());
$store = new JobStore($em, $records, new Symfony\Component\Clock\NativeClock());
$start = hrtime(true);
$file = Json::pretty((new JobGenerator($devices, 3))->generate());
$stored = $store->create(JobFile::read($file, $library), $em->getRepository(User::class)->findOneBy(['username' => 'ines']));
printf("%d devices stored in %.1f s\n", $devices, (hrtime(true) - $start) / 1e9);

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
        '/proof' => 'Proof',
        '/find?q=dev-1999' => 'Find',
    ] as $path => $name
) {
    $first = $request('/job/'.$stored->getSlug().$path);
    $before = $selects();
    $answer = $request('/job/'.$stored->getSlug().$path);
    $queries = $selects() - $before;
    $times = [];
    for ($n = 0; $n < 8; ++$n) {
        $times[] = $request('/job/'.$stored->getSlug().$path)['ms'];
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
$store->remove($em->getRepository(Vorhut\App\Entity\StoredJob::class)->find($stored->getId()) ?? throw new LogicException('gone'));
