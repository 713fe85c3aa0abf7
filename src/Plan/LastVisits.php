<?php

declare(strict_types=1);

namespace Vorhut\App\Plan;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Vorhut\App\Entity\Change;
use Vorhut\App\Entity\JobLook;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\User;

/** When people were last at a job, and what others did since. */
final readonly class LastVisits
{
    public function __construct(private EntityManagerInterface $em, private ClockInterface $clock) {}

    /** Remembers that somebody looks, and says when they were here before; null the first time. */
    public function look(StoredJob $job, User $user): ?\DateTimeImmutable
    {
        $now = $this->clock->now();
        $look = $this->em->getRepository(JobLook::class)->findOneBy(['job' => $job, 'user' => $user]);
        if (null === $look) {
            $this->em->persist(new JobLook($job, $user, $now));
            $this->em->flush();

            return null;
        }
        $look->look($now);
        $this->em->flush();

        return $look->getSince();
    }

    /** @return array{list<Change>, int} the latest of what others did since then, and how much it is in all */
    public function since(StoredJob $job, User $user, \DateTimeImmutable $since, int $max): array
    {
        $query = $this->em->getRepository(Change::class)
            ->createQueryBuilder('c')
            ->where('c.job = :job AND c.at > :since AND (c.user IS NULL OR c.user <> :user)')
            ->setParameter('job', $job)
            ->setParameter('since', $since)
            ->setParameter('user', $user);
        $latest = (clone $query)->leftJoin('c.user', 'u')->addSelect('u')->orderBy('c.id', 'DESC')->setMaxResults($max + 1);
        /** @var list<Change> $changes */
        $changes = $latest->getQuery()->getResult();
        if (\count($changes) <= $max) {
            return [$changes, \count($changes)];
        }
        $count = $query->select('COUNT(c.id)')->getQuery()->getSingleScalarResult();

        return [\array_slice($changes, 0, $max), (int) $count];
    }
}
