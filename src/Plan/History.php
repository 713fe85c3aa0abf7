<?php

declare(strict_types=1);

namespace Vorhut\App\Plan;

use Doctrine\ORM\EntityManagerInterface;
use Doctrine\ORM\QueryBuilder;
use Vorhut\App\Entity\Change;
use Vorhut\App\Entity\User;
use Vorhut\Core\Job\Job;

/** The journal of a job, looked through by person, unit, day and word. */
final readonly class History
{
    public function __construct(private EntityManagerInterface $em) {}

    public function count(JobContext $context, HistoryQuery $query): int
    {
        return (int) $this->found($context, $query)->select('COUNT(c.id)')->getQuery()->getSingleScalarResult();
    }

    /** @return list<Change> the latest first */
    public function entries(JobContext $context, HistoryQuery $query, int $from, int $max): array
    {
        /** @var list<Change> $changes */
        $changes = $this->found($context, $query)
            ->addSelect('u')
            ->orderBy('c.id', 'DESC')
            ->setFirstResult($from)
            ->setMaxResults($max)
            ->getQuery()
            ->getResult();

        return $changes;
    }

    /** @return array<string, string> the name others see, by the name they log in with, of all who have changed something */
    public function people(JobContext $context): array
    {
        /** @var list<User> $users */
        $users = $this->em->createQuery(
            'SELECT u FROM '.User::class.' u WHERE u.id IN (SELECT IDENTITY(c.user) FROM '.Change::class.' c WHERE c.job = :job)'
            .' ORDER BY u.displayName',
        )->setParameter('job', $context->stored)->getResult();
        $people = [];
        foreach ($users as $user) {
            $people[$user->getUserIdentifier()] = $user->getDisplayName();
        }

        return $people;
    }

    private function found(JobContext $context, HistoryQuery $query): QueryBuilder
    {
        $found = $this->em->getRepository(Change::class)
            ->createQueryBuilder('c')
            ->leftJoin('c.user', 'u')
            ->where('c.job = :job')
            ->setParameter('job', $context->stored);
        if ('' !== $query->who) {
            $found->andWhere('u.username = :who')->setParameter('who', $query->who);
        }
        if ('' !== $query->unit) {
            $id = '%"'.addcslashes(self::idOf($context->job, $query->unit), '\\%_').'"%';
            $found->andWhere('c.edits LIKE :unit OR c.effects LIKE :unit')->setParameter('unit', $id);
        }
        if (null !== $query->day) {
            $utc = new \DateTimeZone('UTC');
            $found->andWhere('c.at >= :begin AND c.at < :end')
                ->setParameter('begin', $query->day->setTimezone($utc))
                ->setParameter('end', $query->day->modify('+1 day')->setTimezone($utc));
        }
        if ('' !== $query->text) {
            $found->andWhere('c.title LIKE :text')->setParameter('text', '%'.addcslashes($query->text, '\\%_').'%');
        }

        return $found;
    }

    /** The id of what is called so; the text itself where nothing is, such as for what was removed. */
    private static function idOf(Job $job, string $unit): string
    {
        foreach ([$job->devices, $job->routers, $job->segments, $job->locations, $job->intents] as $records) {
            foreach ($records as $id => $record) {
                if (0 === strcasecmp($record->name, $unit)) {
                    return (string) $id;
                }
            }
        }

        return $unit;
    }
}
