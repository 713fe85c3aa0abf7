<?php

declare(strict_types=1);

namespace Vorhut\App\Plan;

use Doctrine\DBAL\Exception\ForeignKeyConstraintViolationException;
use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Doctrine\ORM\OptimisticLockException;
use Psr\Clock\ClockInterface;
use Vorhut\App\Entity\Change;
use Vorhut\App\Entity\Device;
use Vorhut\App\Entity\Location;
use Vorhut\App\Entity\PlanIndex;
use Vorhut\App\Entity\PlanRecord;
use Vorhut\App\Entity\Segment;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\User;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Collection;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Job;
use Vorhut\Core\JobFile\InvalidFile;
use Vorhut\Core\JobFile\References;

/** The only way in which a stored job changes: whole change sets, checked, journalled, undoable. */
final class JobEditor
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly JobStore $store,
        private readonly ClockInterface $clock,
    ) {
    }

    /**
     * @param array<string, int> $versions the version of each device that the user was looking at, by slug
     *
     * @throws InvalidFile  when the changed job would not be well formed
     * @throws EditConflict when somebody else changed one of the records
     */
    public function apply(StoredJob $stored, ChangeSet $change, User $by, array $versions = []): Change
    {
        return $this->guarded(function () use ($stored, $change, $by, $versions): Change {
            // Two changes of one job wait for each other here.
            $this->em->lock($stored, LockMode::PESSIMISTIC_WRITE);
            $job = $this->store->assemble($stored);
            $errors = References::check($job->with($change));
            if ([] !== $errors) {
                throw new InvalidFile($errors);
            }
            $this->write($stored, $job, $change, $by, $versions);
            $stored->changed();
            $entry = new Change($stored, $by, $this->clock->now(), $change);
            $this->em->persist($entry);
            $this->em->flush();

            return $entry;
        });
    }

    /** @throws EditConflict when what was changed has been changed again since */
    public function undo(Change $change, User $by): Change
    {
        return $this->guarded(function () use ($change, $by): Change {
            $undo = $this->apply($change->getJob(), $change->toChangeSet()->reversed('Undid: '.$change->getTitle()), $by);
            $change->markUndone($undo);
            $this->em->flush();

            return $undo;
        });
    }

    /** @param array<string, int> $versions */
    private function write(StoredJob $stored, Job $job, ChangeSet $change, User $by, array $versions): void
    {
        $byCollection = [];
        foreach ($change->edits as $edit) {
            $byCollection[$edit->collection->value][$edit->id] = $edit;
        }
        $index = $this->index($stored, $change);
        $now = $this->clock->now();
        foreach (Records::ORDER as $collection) {
            $edits = $byCollection[$collection->value] ?? [];
            if ([] === $edits) {
                continue;
            }
            $entities = $this->load($stored, $collection, array_map(static fn (Edit $e): string => $e->id, array_values($edits)));
            $position = \count($job->records[$collection->value] ?? []);
            foreach ($edits as $edit) {
                $entity = $entities[$edit->id] ?? null;
                $this->agree($stored, $job, $edit, $entity, $versions);
                if (null === $edit->after) {
                    continue;
                }
                if (null === $entity) {
                    $class = Records::entity($collection);
                    $entity = new $class($stored, $edit->id, ++$position);
                }
                $entity->hold($edit->after, $by, $now, $index);
                $this->em->persist($entity);
            }
        }
        $this->em->flush();
        foreach (array_reverse(Records::ORDER) as $collection) {
            $gone = array_filter($byCollection[$collection->value] ?? [], static fn (Edit $e): bool => null === $e->after);
            foreach ($this->load($stored, $collection, array_map(static fn (Edit $e): string => $e->id, array_values($gone))) as $entity) {
                $this->em->remove($entity);
            }
            $this->em->flush();
        }
    }

    /** @param array<string, int> $versions */
    private function agree(StoredJob $stored, Job $job, Edit $edit, ?PlanRecord $entity, array $versions): void
    {
        if (null !== $edit->before && null === $entity) {
            throw EditConflict::gone($edit->id);
        }
        if (null === $entity) {
            return;
        }
        $seen = $versions[$edit->id] ?? null;
        // Loose comparison: two records are alike whatever the order of their keys.
        if ((null !== $seen && $seen !== $entity->getVersion()) || $edit->before != $job->record($edit->collection, $edit->id)) { // @phpstan-ignore notEqual.notAllowed
            throw EditConflict::with($entity, $stored->getTimezone());
        }
    }

    /**
     * @param list<string> $slugs
     *
     * @return array<string, PlanRecord>
     */
    private function load(StoredJob $stored, Collection $collection, array $slugs): array
    {
        $entities = [];
        foreach (array_chunk($slugs, 500) as $some) {
            $query = $this->em->getRepository(Records::entity($collection))->createQueryBuilder('r')
                ->where('r.job = :job AND r.slug IN (:slugs)')->setParameter('job', $stored)->setParameter('slugs', $some);
            if (Collection::Devices === $collection) {
                $query->leftJoin('r.ports', 'p')->addSelect('p');
            }
            /** @var list<PlanRecord> $found */
            $found = $query->getQuery()->getResult();
            foreach ($found as $entity) {
                $entities[$entity->getSlug()] = $entity;
            }
        }

        return $entities;
    }

    /** What the changed records may refer to. */
    private function index(StoredJob $stored, ChangeSet $change): PlanIndex
    {
        $index = new PlanIndex();
        foreach ($this->em->getRepository(Location::class)->findBy(['job' => $stored]) as $location) {
            $index->locations[$location->getSlug()] = $location;
        }
        foreach ($this->em->getRepository(Segment::class)->findBy(['job' => $stored]) as $segment) {
            $index->segments[$segment->getSlug()] = $segment;
        }
        $wanted = [];
        foreach ($change->edits as $edit) {
            if (Collection::Extensions === $edit->collection) {
                foreach (['device', 'server'] as $key) {
                    $slug = $edit->after[$key] ?? null;
                    if (\is_string($slug)) {
                        $wanted[] = $slug;
                    }
                }
            }
        }
        foreach ($this->load($stored, Collection::Devices, array_values(array_unique($wanted))) as $slug => $device) {
            \assert($device instanceof Device);
            $index->devices[$slug] = $device;
        }

        return $index;
    }

    /**
     * @param callable(): Change $work
     */
    private function guarded(callable $work): Change
    {
        $connection = $this->em->getConnection();
        $connection->beginTransaction();
        try {
            $result = $work();
            $connection->commit();

            return $result;
        } catch (OptimisticLockException $e) {
            $connection->rollBack();
            $entity = $e->getEntity();
            throw $entity instanceof PlanRecord ? EditConflict::with($entity, $entity->getJob()->getTimezone()) : $e;
        } catch (ForeignKeyConstraintViolationException) {
            $connection->rollBack();
            throw new EditConflict('Something else in the job still refers to it. Change or remove that first; nothing was changed.');
        } catch (\Throwable $e) {
            $connection->rollBack();
            throw $e;
        }
    }
}
