<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

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
        $this->em->flush();
        $this->records->create($stored, $job, $by, $this->clock->now(), $progress);
        $stored->setReady(true);
        $this->em->flush();

        return $stored;
    }

    /** A row for a job that is still to come in. */
    public function reserve(Job $job): StoredJob
    {
        $frame = Json::line($job->frame);
        $info = $job->info;
        $slug = $this->freeSlug($info->name);
        $stored = new StoredJob($slug, $info->name, $info->client, $info->timezone, $frame, $this->clock->now());
        $this->em->persist($stored);

        return $stored;
    }

    /** Removes a job and all that belongs to it. */
    public function remove(StoredJob $stored): void
    {
        $lab = $this->em->getRepository(Lab::class)->findOneBy(['job' => $stored]);
        $this->records->remove($stored);
        $this->shelf->forget($stored);
        if (null !== $lab) {
            $this->em->detach($lab);
        }
        $this->em->detach($stored);
    }

    private function freeSlug(string $name): string
    {
        $ascii = transliterator_transliterate('Any-Latin; Latin-ASCII; Lower()', $name);
        $plain = (string) preg_replace('/[^a-z0-9]+/', '-', false === $ascii ? '' : $ascii);
        $base = trim(substr(trim($plain, '-'), 0, 50), '-');
        $base = '' === $base ? 'job' : $base;
        $slug = $base;
        for ($n = 2; null !== $this->em->getRepository(StoredJob::class)->findOneBy(['slug' => $slug]); ++$n) {
            $slug = $base.'-'.$n;
        }

        return $slug;
    }
}
