<?php

declare(strict_types=1);

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Log\NullLogger;
use Symfony\Component\Cache\Adapter\NullAdapter;
use Vorhut\App\Boot;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\User;
use Vorhut\App\Plan\JobStore;
use Vorhut\App\Plan\PlanRecords;
use Vorhut\App\Plan\PlanShelf;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Exchange\JobGenerator;
use Vorhut\Core\Record\Json;

/**
 * A generated job in the database of the running application.
 *
 * @return Closure(int): array{slug: string, connection: Connection, remove: Closure(): void}
 */
return static function (int $devices): array {
    $kernel = Boot::kernel('prod', false);
    $kernel->boot();
    $em = $kernel->getContainer()->get('doctrine')->getManager();
    assert($em instanceof EntityManagerInterface);
    $library = ShippedProfiles::load();
    $shelf = new PlanShelf(new NullAdapter(), new NullAdapter(), new NullLogger());
    $store = new JobStore($em, new PlanRecords($em->getConnection()), $shelf, new Symfony\Component\Clock\NativeClock());
    $start = hrtime(true);
    $file = Json::pretty((new JobGenerator($devices, 3))->generate());
    $stored = $store->create(JobFile::read($file, $library), $em->getRepository(User::class)->findOneBy(['username' => 'ines']));
    printf("%d devices stored in %.1f s\n", $devices, (hrtime(true) - $start) / 1e9);
    $remove = static fn () => $store->remove(
        $em->getRepository(StoredJob::class)->find($stored->getId()) ?? throw new LogicException('gone'),
    );

    return ['slug' => $stored->getSlug(), 'connection' => $em->getConnection(), 'remove' => $remove];
};
