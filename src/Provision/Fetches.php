<?php

declare(strict_types=1);

namespace Vorhut\App\Provision;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Symfony\Component\HttpFoundation\Request;
use Vorhut\App\Entity\FetchResult;
use Vorhut\App\Entity\FileFetch;
use Vorhut\App\Entity\StoredJob;

/** What units have fetched, and when. */
final readonly class Fetches
{
    /** Kept of one job; older ones go. */
    private const KEPT = 20000;

    public function __construct(private EntityManagerInterface $em, private ClockInterface $clock) {}

    public function add(StoredJob $job, ?string $device, string $file, Request $request, FetchResult $result, string $version): void
    {
        $this->em->persist(new FileFetch(
            job: $job,
            device: $device,
            file: mb_strimwidth(mb_scrub($file), 0, 120),
            address: (string) $request->getClientIp(),
            agent: mb_strimwidth(mb_scrub($request->headers->get('User-Agent') ?? ''), 0, 200),
            result: $result,
            version: $version,
            at: $this->clock->now()->setTimezone(new \DateTimeZone('UTC')),
        ));
        $this->em->flush();
    }

    /**
     * @param list<string> $devices
     *
     * @return array<array-key, FileFetch> the last of each, by unit
     */
    public function last(StoredJob $job, array $devices): array
    {
        $ids = $this->em->createQuery(
            'SELECT MAX(f.id) FROM '.FileFetch::class.' f WHERE f.job = :job AND f.device IN (:devices) GROUP BY f.device',
        )->setParameters(['job' => $job, 'devices' => $devices])->getSingleColumnResult();
        $last = [];
        foreach ([] === $ids ? [] : $this->em->getRepository(FileFetch::class)->findBy(['id' => $ids]) as $fetch) {
            $last[(string) $fetch->getDevice()] = $fetch;
        }

        return $last;
    }

    /** @return list<FileFetch> the newest first */
    public function newest(StoredJob $job, int $max): array
    {
        return $this->em->getRepository(FileFetch::class)->findBy(['job' => $job], ['id' => 'DESC'], $max);
    }

    /** Drops the oldest beyond those that are kept. */
    public function tidy(StoredJob $job): void
    {
        $first = $this->em->getRepository(FileFetch::class)->findBy(['job' => $job], ['id' => 'DESC'], 1, self::KEPT)[0] ?? null;
        if (null !== $first) {
            $this->em->createQuery('DELETE FROM '.FileFetch::class.' f WHERE f.job = :job AND f.at <= :at')
                ->execute(['job' => $job, 'at' => $first->getAt()]);
        }
    }
}
