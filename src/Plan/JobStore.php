<?php

declare(strict_types=1);

namespace Vorhut\App\Plan;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Vorhut\App\Entity\PlanIndex;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\User;
use Vorhut\Core\Job\Collection;
use Vorhut\Core\Job\Job;
use Vorhut\Core\JobFile\Json;
use Vorhut\Core\Profile\ProfileLibrary;

/** Keeps jobs in the database and makes the core's Job of them again. */
final class JobStore
{
    private const BATCH = 250;

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly ProfileLibrary $library,
        private readonly ClockInterface $clock,
    ) {
    }

    /**
     * Stores a job under a slug of its own. A large one is stored batch by batch and becomes ready at the end.
     *
     * @param (callable(int, int): void)|null $progress told how many records of how many are stored
     */
    public function create(Job $job, ?User $by, ?callable $progress = null, ?StoredJob $stored = null): StoredJob
    {
        $stored ??= $this->reserve($job);
        $stored->setReady(false);
        $now = $this->clock->now();
        $index = new PlanIndex();
        $total = array_sum(array_map(\count(...), $job->records));
        $count = 0;
        foreach (Records::ORDER as $collection) {
            $class = Records::entity($collection);
            $position = 0;
            foreach ($job->records[$collection->value] ?? [] as $id => $record) {
                $entity = new $class($stored, (string) $id, ++$position);
                $entity->hold($record, $by, $now, $index);
                $this->em->persist($entity);
                if (0 === ++$count % self::BATCH) {
                    $this->em->flush();
                    if (null !== $progress) {
                        $progress($count, $total);
                    }
                }
            }
        }
        $stored->setReady(true);
        $this->em->flush();

        return $stored;
    }

    /** A row for a job that is still to come in. */
    public function reserve(Job $job): StoredJob
    {
        $stored = new StoredJob($this->freeSlug($job->info->name), $job->info->name, $job->info->client, $job->info->timezone, Json::line($job->frame), $this->clock->now());
        $this->em->persist($stored);

        return $stored;
    }

    /** Seven queries, whatever the size. */
    public function assemble(StoredJob $stored): Job
    {
        $records = [];
        foreach (Collection::cases() as $collection) {
            $table = $this->em->getClassMetadata(Records::entity($collection))->getTableName();
            $records[$collection->value] = [];
            /** @var list<array{slug: string, record: string}> $rows */
            $rows = $this->em->getConnection()->fetchAllAssociative(\sprintf('SELECT slug, record FROM %s WHERE job_id = ? ORDER BY position, id', $table), [$stored->getId()]);
            foreach ($rows as $row) {
                $records[$collection->value][$row['slug']] = Json::object($row['record']);
            }
        }

        return Job::fromRecords(Json::object($stored->getFrame()), $records, $this->library);
    }

    /** Removes a job and all that belongs to it: what refers goes before what is referred to. */
    public function remove(StoredJob $stored): void
    {
        $connection = $this->em->getConnection();
        $connection->transactional(function () use ($connection, $stored): void {
            foreach (array_reverse(Records::ORDER) as $collection) {
                $connection->delete($this->em->getClassMetadata(Records::entity($collection))->getTableName(), ['job_id' => $stored->getId()]);
            }
            $connection->delete('job', ['id' => $stored->getId()]);
        });
        $this->em->clear();
    }

    private function freeSlug(string $name): string
    {
        $ascii = transliterator_transliterate('Any-Latin; Latin-ASCII; Lower()', $name);
        $base = trim(substr(trim((string) preg_replace('/[^a-z0-9]+/', '-', false === $ascii ? '' : $ascii), '-'), 0, 50), '-');
        $base = '' === $base ? 'job' : $base;
        $slug = $base;
        for ($n = 2; null !== $this->em->getRepository(StoredJob::class)->findOneBy(['slug' => $slug]); ++$n) {
            $slug = $base.'-'.$n;
        }

        return $slug;
    }
}
