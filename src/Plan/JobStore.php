<?php

declare(strict_types=1);

namespace Vorhut\App\Plan;

use Doctrine\DBAL\Exception\UniqueConstraintViolationException;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Vorhut\App\Entity\Lab;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\User;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Record\Json;

/** Takes jobs in and lets them go. */
final readonly class JobStore
{
    public function __construct(
        private EntityManagerInterface $em,
        private PlanRecords $records,
        private PlanShelf $shelf,
        private ClockInterface $clock,
    ) {}

    /**
     * Stores a job under a slug of its own. A large one is stored batch by batch and becomes ready at the end.
     *
     * @param (callable(int, int): void)|null $progress told how many records of how many are stored
     */
    public function create(Job $job, ?User $by, ?callable $progress = null, ?StoredJob $stored = null): StoredJob
    {
        $stored ??= $this->reserve($job);
        $this->records->create(stored: $stored, job: $job, by: $by, at: $this->clock->now(), progress: $progress);
        $stored->setReady(true);
        $this->em->flush();

        return $stored;
    }

    /** A row for a job that is still to come in, under the first slug that is free: the database decides when several want it. */
    public function reserve(Job $job): StoredJob
    {
        $connection = $this->em->getConnection();
        $base = self::slug($job->info->name);
        for ($n = 1;; ++$n) {
            $slug = 1 === $n ? $base : $base.'-'.$n;
            if (null !== $this->em->getRepository(StoredJob::class)->findOneBy(['slug' => $slug])) {
                continue;
            }
            try {
                $connection->insert('job', $this->row($job, $slug));
                break;
            } catch (UniqueConstraintViolationException) {
                continue;
            }
        }
        $id = (int) $connection->lastInsertId();

        return $this->em->find(StoredJob::class, $id) ?? throw new \LogicException(\sprintf('Job %d is gone.', $id));
    }

    /** @return array<string, string|int> */
    private function row(Job $job, string $slug): array
    {
        return [
            'slug' => $slug,
            'name' => $job->info->name,
            'client' => $job->info->client,
            'timezone' => $job->info->timezone,
            'frame' => Json::line($job->frame),
            'created_at' => $this->clock->now()->setTimezone(new \DateTimeZone('UTC'))->format('Y-m-d H:i:s'),
            'revision' => 1,
            'ready' => 0,
            'field_ranges' => '',
            'figures' => '[]',
        ];
    }

    /** Removes a job and all that belongs to it. */
    public function remove(StoredJob $stored): void
    {
        $lab = $this->em->getRepository(Lab::class)->findOneBy(['job' => $stored]);
        // A proxy that was not read yet could not be read any more behind the removal of its row.
        $this->em->initializeObject($stored);
        $this->shelf->forget($stored);
        $this->records->remove($stored);
        if (null !== $lab) {
            $this->em->detach($lab);
        }
        $this->em->detach($stored);
    }

    private static function slug(string $name): string
    {
        $ascii = transliterator_transliterate('Any-Latin; Latin-ASCII; Lower()', $name);
        $plain = (string) preg_replace('/[^a-z0-9]+/', '-', false === $ascii ? '' : $ascii);
        $base = trim(substr(trim($plain, '-'), 0, 50), '-');

        return '' === $base ? 'job' : $base;
    }
}
