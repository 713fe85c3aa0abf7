<?php

declare(strict_types=1);

namespace Vorhut\App\Plan;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Security\Core\User\UserInterface;
use Vorhut\App\Entity\Change;
use Vorhut\App\Entity\ChangeKind;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\User;
use Vorhut\App\Plan\Effect\Effects;
use Vorhut\Core\Exchange\Upcasters;

/** The journal of a job, and each person's own stack in it: what was done last is undone first, and comes again in turn. */
final readonly class Journal
{
    public function __construct(private EntityManagerInterface $em, private Upcasters $upcasters, private JobRoles $roles) {}

    /** @return list<Change> the latest first */
    public function latest(StoredJob $stored, int $max): array
    {
        /** @var list<Change> $changes */
        $changes = $this->em->getRepository(Change::class)
            ->createQueryBuilder('c')
            ->leftJoin('c.user', 'u')
            ->addSelect('u')
            ->where('c.job = :job')
            ->setParameter('job', $stored)
            ->orderBy('c.id', 'DESC')
            ->setMaxResults($max)
            ->getQuery()
            ->getResult();

        return $changes;
    }

    /** When the plan was last changed; when the job was made, where it never was. */
    public function lastAt(StoredJob $stored): \DateTimeImmutable
    {
        $last = $this->latest($stored, 1)[0] ?? null;

        return $last?->getAt() ?? $stored->getCreatedAt();
    }

    /** What undo would take back; null where nothing is left, or where this person may not. */
    public function toUndo(StoredJob $stored, User $by): ?Change
    {
        $entry = $this->top($stored, $by, 'c.undoneBy IS NULL', 'c.id');

        return null !== $entry && $entry->isUndoable() && $this->may($entry, $by) ? $entry : null;
    }

    /** What redo would make again; null once something new was done since. */
    public function toRedo(StoredJob $stored, User $by): ?Change
    {
        $entry = $this->top($stored, $by, 'c.undoneBy IS NOT NULL', 'c.undoneBy');
        $newest = $this->top($stored, $by, 'c.undoneBy IS NULL', 'c.id');
        $undo = $entry?->getUndoneBy();
        $isLast = null !== $undo && (null === $newest || $newest->getId() < $undo->getId());

        return null !== $entry && $isLast && $this->may($entry, $by) ? $entry : null;
    }

    /** Whether this entry can be undone, by whoever looks at it. */
    public function mayUndo(Change $entry, ?UserInterface $by): bool
    {
        return $by instanceof User && $entry->isUndoable() && null === $entry->getUndoneBy() && $this->may($entry, $by);
    }

    private function may(Change $entry, User $by): bool
    {
        $role = $this->roles->roleOf($by, $entry->getJob()->getSlug());

        return ChangeRights::allow($role, $entry->toChangeSet($this->upcasters), Effects::decode($entry->getEffects()));
    }

    private function top(StoredJob $stored, User $by, string $which, string $order): ?Change
    {
        /** @var list<Change> $found */
        $found = $this->em->getRepository(Change::class)
            ->createQueryBuilder('c')
            ->where('c.job = :job AND c.user = :user AND c.kind = :do')
            ->andWhere($which)
            ->setParameter('job', $stored)
            ->setParameter('user', $by)
            ->setParameter('do', ChangeKind::Do)
            ->orderBy($order, 'DESC')
            ->setMaxResults(1)
            ->getQuery()
            ->getResult();

        return $found[0] ?? null;
    }
}
