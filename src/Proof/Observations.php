<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Doctrine\ORM\EntityManagerInterface;
use Vorhut\App\Entity\Observation;
use Vorhut\App\Entity\StoredJob;

/** What was seen of a job's pairs, the last word on each. */
final readonly class Observations
{
    public function __construct(private EntityManagerInterface $em)
    {
    }

    /** @return array<string, array<string, Observation>> by intent and pair */
    public function latest(StoredJob $stored): array
    {
        /** @var list<Observation> $all */
        $all = $this->em->getRepository(Observation::class)
            ->createQueryBuilder('o')
            ->leftJoin('o.user', 'u')
            ->addSelect('u')
            ->where('o.job = :job AND o.withdrawn = false')
            ->setParameter('job', $stored)
            ->orderBy('o.id')
            ->getQuery()
            ->getResult();
        $last = [];
        foreach ($all as $observation) {
            $last[$observation->getIntent()][$observation->getPair()] = $observation;
        }

        return $last;
    }
}
